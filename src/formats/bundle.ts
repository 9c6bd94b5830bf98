import { Fault } from '../core/fault.js';
import { isCodebookName } from '../core/intake/codebook-name.js';
import type { Archive } from './zip.js';

/** What is in an archive that brings data, perhaps with their codebook. */
export interface Bundle {
  data: string;
  codebook: string | null;
}

const DATA = /\.(csv|tsv|tab|txt|dat|asc|xlsx|parquet|jsonl?|ndjson)(\.gz)?$/i;
const RUBBISH = /(^|\/)(__MACOSX\/|\.|Thumbs\.db$)|\/$/i;

/** Finds the data file in an archive, and the codebook beside it. @throws Fault where it is not clear which they are */
export function bundleIn({ names }: Archive, file: string): Bundle {
  const files = names.filter((name) => !RUBBISH.test(name));
  const codebooks = files.filter((name) => isCodebookName(name));
  const data = files.filter((name) => DATA.test(name) && !isCodebookName(name));
  const [only, second] = data;
  if (only === undefined) {
    throw new Fault(
      'unsupported',
      `${file} is an archive with no data file in it that is read here.`,
      'Send a CSV, .xlsx, Parquet or JSON file.',
      { file },
    );
  }
  if (second !== undefined || codebooks.length > 1) {
    const rivals = second === undefined ? codebooks : data;
    throw new Fault(
      'unsupported',
      `${file} holds ${rivals.length} files that it could be: ${rivals.slice(0, 5).join(', ')}.`,
      'Take out the one that is meant, and send that.',
      { file },
    );
  }
  return { data: only, codebook: codebooks[0] ?? null };
}
