/** What an entry of the ledger is about. */
export const ENTRY_KINDS = ['intake', 'codebook', 'working', 'table'] as const;
export type EntryKind = (typeof ENTRY_KINDS)[number];
