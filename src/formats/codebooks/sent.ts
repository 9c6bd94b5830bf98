import type { CodebookFile } from '../../core/codebook/codebook-file.js';
import type { FixedWidth, Pick } from '../../core/intake/layout.js';

/** The largest codebook that is read, in bytes. */
export const MOST_CODEBOOK_BYTES = 64 * 1024 ** 2;

/** What a codebook says of how its data file is written. */
export type DataLayout =
  | { is: 'fixed'; encoding: string | null; skip: number; fields: FixedWidth['fields'] }
  | { is: 'csv'; heading: boolean; encoding: string | null; picks: Pick[] }
  | null;

/** A codebook as it was read from a file. */
export interface ReadCodebook {
  /** What it was found to be, in words. */
  kind: string;
  codebook: CodebookFile;
  data: DataLayout;
  /** What of it was not taken over, and why. */
  remarks: string[];
}
