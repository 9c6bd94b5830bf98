import type { FileCode, FileVariable } from '../../core/codebook/codebook-file.js';

/** Variables whose lists are said to be the same share one. */
export function shareLists(variables: readonly FileVariable[]): Record<string, FileCode[]> {
  const lists: Record<string, FileCode[]> = {};
  for (const variable of variables) {
    const { codeList, codes } = variable;
    if (codeList === undefined || !codes) continue;
    lists[codeList] ??= codes;
    if (JSON.stringify(lists[codeList]) === JSON.stringify(codes)) delete variable.codes;
    else delete variable.codeList;
  }
  return lists;
}
