/** Ways to take a study's data and codebook out. */
export const EXPORT_KINDS = ['ddi', 'triple-s', 'parquet'] as const;
export type ExportKind = (typeof EXPORT_KINDS)[number];
