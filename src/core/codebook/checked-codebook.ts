import { type CodebookFile, CodebookFileShape } from './codebook-file.js';
import { Fault } from '../fault.js';
import { parseWith } from '../parse-with.js';

/** Codes of all lists together that a codebook may have. */
const MOST_CODES = 500_000;

/**
 * A codebook that a file brings, checked, in whichever standard it came.
 * @throws Fault naming the field that is wrong, or where it says too much
 */
export function checkedCodebook(json: unknown, file: string): CodebookFile {
  const codebook = parseWith(CodebookFileShape, json);
  const lists = [...Object.values(codebook.codeLists ?? {}), ...codebook.variables.map(({ codes }) => codes ?? [])];
  const codes = lists.reduce((sum, list) => sum + list.length, 0);
  if (codes <= MOST_CODES) return codebook;
  const most = MOST_CODES.toLocaleString('en');
  throw new Fault(
    'too-large',
    `${file} has more than ${most} codes.`,
    'Have variables share their lists, or split it.',
    {
      file,
    },
  );
}
