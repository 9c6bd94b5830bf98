import type { CodebookFile } from '../../codebook/codebook-file.js';
import { fileCode } from '../../codebook/file-codes.js';
import type { WrittenStudy } from '../written.js';

/** What a text says of the columns of a data file, as it is needed to take them in; the rest is put in afterwards. */
export function columnsTold({ head, lists, variables }: WrittenStudy): CodebookFile {
  const shared = lists.map(({ name, codes }) => [name, codes.map(fileCode)] as const);
  return {
    ...(head ? { name: head.name, subtitle: head.subtitle } : {}),
    ...(shared.length > 0 ? { codeLists: Object.fromEntries(shared) } : {}),
    variables: variables
      .filter(({ recipe }) => !recipe)
      .map(({ name, heading, label, question, level, list, codes }) => ({
        name: heading ?? name,
        label,
        question,
        ...(level === undefined ? {} : { level }),
        ...(list === undefined ? { codes: codes.map(fileCode) } : { codeList: list }),
      })),
  };
}
