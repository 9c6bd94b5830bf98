import type { FileCode, FileVariable } from '../../core/codebook/codebook-file.js';

/** Variables whose lists are said to be the same share one. */
export function shareLists(variables: readonly FileVariable[]): Record<string, FileCode[]> {
  const lists: Record<string, FileCode[]> = {};
  // A list that many variables have is written out once.
  const written = new Map<FileCode[], string>();
  const asText = (codes: FileCode[]): string => {
    const text = written.get(codes) ?? JSON.stringify(codes);
    written.set(codes, text);
    return text;
  };
  for (const variable of variables) {
    const { codeList, codes } = variable;
    if (codeList === undefined || !codes) continue;
    lists[codeList] ??= codes;
    if (asText(lists[codeList]) === asText(codes)) delete variable.codes;
    else delete variable.codeList;
  }
  return lists;
}
