import type { CodebookFile, FileCode, FileVariable } from './codebook-file.js';
import type { Code } from './types.js';

/**
 * The codes that a codebook file gives a variable: its own, or those of the shared list that it names. None of either,
 * or a list that the file does not have: no codes.
 * @example
 * fileCodes({ name: 'q1', codeList: 'agree' }, { codeLists: { agree: [{ code: '1', label: 'Agree' }] } });
 * // [{ code: '1', label: 'Agree' }]
 */
export function fileCodes(
  { codes, codeList }: Pick<FileVariable, 'codes' | 'codeList'>,
  { codeLists = {} }: Pick<CodebookFile, 'codeLists'>,
): readonly FileCode[] {
  return codes ?? (codeList === undefined ? [] : (codeLists[codeList] ?? []));
}

/**
 * A code as a codebook file says it: without a reason it is an answer.
 * @example fileCode({ code: '1', label: 'Agree', missing: null }) // { code: '1', label: 'Agree' }
 */
export const fileCode = ({ code, label, missing }: Code): FileCode => ({
  code,
  label,
  ...(missing ? { missing } : {}),
});
