import type { CodebookFile } from '../codebook/codebook-file.js';
import { parseNumber } from '../codebook/number.js';
import { fileNumber } from '../codebook/number-signs.js';

const isWritten = (code: string) =>
  parseNumber(code) === null && (fileNumber(code, '.') !== null || fileNumber(code, ',') !== null);

/**
 * Columns that a codebook says are text, or that have codes which look like numbers not written plainly ("1,5"): they
 * are taken as they stand.
 */
export function plainColumns(codebook: CodebookFile | undefined): string[] {
  const { variables = [], codeLists = {} } = codebook ?? {};
  return variables.flatMap(({ name, level, codes, codeList }) => {
    const listed = codes ?? (codeList === undefined ? [] : (codeLists[codeList] ?? []));
    return level === 'text' || (level !== 'number' && listed.some(({ code }) => isWritten(code))) ? [name] : [];
  });
}
