import { andMore } from '../and-more.js';
import type { Finding } from './proof-shape.js';

/** A code that a recipe counts as an answer, and that its source declares to be none. */
export interface CountedMissing {
  /** What the source is called. */
  source: string;
  code: string;
}

/** Codes that are named; the rest is counted. */
const NAMED = 6;

/** Codes that count as answers though the codebook declares them missing: told, for nobody may mean it. */
export function countedMissing(codes: readonly CountedMissing[]): Finding[] {
  if (codes.length === 0) return [];
  const named = codes.map(({ source, code }) => `${code} in ${source}`);
  const [count, it] = codes.length === 1 ? ['it counts', 'it'] : ['they count', 'them'];
  return [
    {
      id: 'revived',
      holds: false,
      title: 'Missing codes that count',
      text:
        `The codebook declares ${andMore(named, NAMED)} missing, and here ${count} as an answer. Choose another ` +
        `code here, or declare ${it} an answer.`,
      codes: [...new Set(codes.map(({ code }) => code))],
    },
  ];
}
