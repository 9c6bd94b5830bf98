import { type Code, isAnswer, type Level } from '../codebook/types.js';
import { conditionsOf, type Sentence, variablesOf, withVariables } from '../table/sentence.js';
import { kindOf } from './registry.js';
import type { Recipe } from './recipe-shape.js';

/** What of a variable decides whether another can take its place. */
export interface Placed {
  level: Level;
  codes: readonly Code[];
}

const isSorted = ({ level }: Placed) => level === 'unordered' || level === 'ordered';

/** Both sort respondents into categories, or are both numbers, texts, or multiple. */
const isAlike = (before: Placed, after: Placed) =>
  before.level === after.level || (isSorted(before) && isSorted(after));

/** Whether codes stand for the same in both: an answer with the same label. */
function meanTheSame(codes: readonly string[], before: Placed, after: Placed): boolean {
  const answers = (of: Placed) => new Map(of.codes.filter(isAnswer).map(({ code, label }) => [code, label]));
  const [was, is] = [answers(before), answers(after)];
  return codes.every((code) => is.has(code) && (was.get(code) ?? code) === is.get(code));
}

const answersOf = ({ codes }: Placed) => codes.filter(isAnswer).map(({ code }) => code);

/**
 * Whether a recipe can stand on `after` in the place of its source `before` and say the same: the codes that it names
 * mean the same there.
 */
export function recipeFollows(recipe: Recipe, source: number, before: Placed, after: Placed): boolean {
  if (!isAlike(before, after)) return false;
  const kind = kindOf(recipe);
  if (before.level === 'number' && kind.onAnyNumber) return true;
  return meanTheSame(kind.named(recipe, source) ?? answersOf(before), before, after);
}

/** Whether a table can ask for `after` in the place of `before`: its conditions mean the same there. */
export function sentenceFollows(sentence: Sentence, source: number, before: Placed, after: Placed): boolean {
  if (!variablesOf(sentence).includes(source) || after.level === 'text') return false;
  if (sentence.weight === source && after.level !== 'number') return false;
  if (sentence.within === source && !isSorted(after)) return false;
  return conditionsOf(sentence.only).every((condition) => {
    if (condition.variable !== source) return true;
    if (condition.is === 'at-least' && condition.codes.length === 0) return true;
    if (condition.is === 'between') return before.level === 'number' && after.level === 'number';
    return meanTheSame(condition.codes, before, after);
  });
}

/** The same sentence about another variable in the place of one. */
export function sentenceWith(sentence: Sentence, from: number, to: number): Sentence {
  return withVariables(sentence, (id) => (id === from ? to : id));
}
