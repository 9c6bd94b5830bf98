import type { Verdict } from '../../core/recode/theme/mark.js';
import type { Theme } from '../../core/recode/theme/shape.js';
import { useKeys } from '../shell/use-keys.js';
import { keyOf, VERDICT_KEYS } from './coding-state.js';

/** What the keys of the coding screen do. */
interface Acts {
  next: () => void;
  step: (by: -1 | 1) => void;
  undo: () => void;
  same: () => void;
  type: () => void;
  search: () => void;
  give: (theme: number) => void;
  verdict: (verdict: Exclude<Verdict, 'themes'>) => void;
}

/** Keys that code an answer and go to the next one. @param on answers are coded, and not compared */
export function useCodingKeys(on: boolean, themes: readonly Theme[], acts: Acts): void {
  const { next, step, undo, same, type, search, give, verdict } = acts;
  const ofThemes = themes.flatMap(({ id }, k) => {
    const key = keyOf(k);
    return key === null ? [] : [[key, () => give(id)] as const];
  });
  const ofVerdicts = VERDICT_KEYS.map(([key, own]) => [key, () => verdict(own)] as const);
  const moves = { n: next, p: () => step(-1), ArrowDown: () => step(1), ArrowUp: () => step(-1) };
  const all = { ...moves, z: undo, g: same, t: type, '/': search, ...Object.fromEntries([...ofVerdicts, ...ofThemes]) };
  useKeys(on ? all : {});
}
