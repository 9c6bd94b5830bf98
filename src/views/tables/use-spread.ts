import type { DrawnSpreads, Spread } from '../../core/spread/types.js';
import type { PictureKind } from '../../core/table/picture-kinds.js';
import type { Sentence } from '../../core/table/sentence.js';
import { bodyOfSentence } from '../../core/table/sentence-shape.js';
import { useAnswer } from '../server/use-answer.js';

/** What of numbers is drawn: of which study, of which sentence. */
export interface DrawnOf {
  study: string;
  sentence: Sentence;
}

/** How numbers lie, as far as the pictures of a table need it and it came. */
export interface Spreads extends DrawnSpreads {
  /** Why they did not come. */
  problem: { detail: string; mend: string } | null;
}

/** The one picture of two numbers that have no table. */
export const PAIRS: readonly PictureKind[] = ['scatter'];

/** How the numbers of a table lie; it is asked for where one of its pictures shows it. */
export function useSpread({ study, sentence }: DrawnOf, kinds: readonly PictureKind[], confidence: number): Spreads {
  const asking = (kind: PictureKind, of: Spread['of']) =>
    kinds.includes(kind) ? { study, body: { ...bodyOfSentence(sentence), of, confidence } } : null;
  const key = 'POST /studies/{study}/spread';
  const { answer: densities, problem } = useAnswer(key, asking('densities', 'densities'), { keep: true });
  const { answer: pairs, problem: ofPairs } = useAnswer(key, asking('scatter', 'pairs'), { keep: true });
  return {
    densities: densities?.of === 'densities' ? densities : null,
    pairs: pairs?.of === 'pairs' ? pairs : null,
    problem: problem ?? ofPairs,
  };
}
