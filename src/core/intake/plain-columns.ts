import type { CodebookFile, FileVariable } from '../codebook/codebook-file.js';
import { fileCodes } from '../codebook/file-codes.js';
import { parseNumber } from '../codebook/number.js';
import { fileNumber } from '../codebook/number-signs.js';

const isWritten = (code: string) =>
  parseNumber(code) === null && (fileNumber(code, '.') !== null || fileNumber(code, ',') !== null);

/**
 * Columns that a codebook says are text, or that have codes which look like numbers not written plainly ("1,5"): they
 * are taken as they stand.
 */
export function plainColumns(codebook: CodebookFile | undefined): string[] {
  if (!codebook) return [];
  const isPlain = (variable: FileVariable) =>
    variable.level === 'text' ||
    (variable.level !== 'number' && fileCodes(variable, codebook).some(({ code }) => isWritten(code)));
  return codebook.variables.filter(isPlain).map(({ name }) => name);
}
