import type { CodebookFile, FileCode } from '../../core/codebook/codebook-file.js';
import type { Element } from './tree.js';

/** What we write beside a standard's own elements, where it has no place for it: a processing instruction with JSON. */
export const OWN = 'hatch-count';

/** What we wrote in an element; nothing where it is not ours. */
export function own({ instructions }: Element): Record<string, unknown> {
  const body = instructions[OWN];
  if (body === undefined) return {};
  try {
    const content: unknown = JSON.parse(body);
    return typeof content === 'object' && content !== null ? (content as Record<string, unknown>) : {};
  } catch {
    return {};
  }
}

/** Words that we wrote exactly, or those that the standard's element holds. */
export const wordsOr = (exact: unknown, words: string): string => (typeof exact === 'string' ? exact : words);

/** Labels whose white space the standard's elements do not keep. */
export function withExactLabels(codes: FileCode[], labels: unknown): FileCode[] {
  if (typeof labels !== 'object' || labels === null) return codes;
  const exact = labels as Record<string, unknown>;
  return codes.map((code) => ({ ...code, label: wordsOr(exact[code.code], code.label) }));
}

/** What no standard knows of. It is checked with the rest of the codebook. */
export function beyondStandard(
  words: Record<string, unknown>,
): Pick<CodebookFile, 'workings' | 'order' | 'marks' | 'keptLists'> {
  const { workings, order, marks, keptLists } = words;
  return {
    ...(Array.isArray(workings) ? { workings: workings as CodebookFile['workings'] } : {}),
    ...(Array.isArray(order) ? { order: order as string[] } : {}),
    ...(marks === undefined ? {} : { marks: marks as CodebookFile['marks'] }),
    ...(keptLists === undefined ? {} : { keptLists: keptLists as CodebookFile['keptLists'] }),
  };
}
