import { assess } from '../../assess.js';
import type { Assessment } from '../../assess/types.js';
import type { Mark } from './mark.js';
import { standing } from './sheet.js';
import type { ThemeRecipe } from './shape.js';
import { asOnSheet, saysSame } from './stand.js';

/** A measure of agreement, with its interval; null: it cannot be said, and why. */
interface Agreed {
  value: number | null;
  lower: number | null;
  upper: number | null;
  why: string | null;
}

/** Of what cannot be said. */
const NONE = { value: null, lower: null, upper: null };

/** How two coders agree on one theme. */
interface ThemeAgreement {
  theme: number;
  name: string;
  /** Answers with the theme: from both, from the first alone, from the second alone, from neither. */
  both: number;
  first: number;
  second: number;
  neither: number;
  /** The share of answers on which they agree, 0 to 1; null where there is none. */
  share: number | null;
  kappa: Agreed;
}

/** How two coders agree who coded the same answers, each without the other's codes. */
export interface Agreement {
  first: string;
  second: string;
  /** Different answers that both coded; each counts once, as it was coded once. */
  answers: number;
  /** Answers to which both gave the same themes, or the same verdict. */
  alike: number;
  themes: ThemeAgreement[];
  /** Krippendorff's alpha of the sets of themes, by two distances. */
  alpha: { jaccard: Agreed; masi: Agreed };
  /** Answers on which they differ and nothing is settled yet. */
  open: number;
}

/** An answer as two coders coded it. */
export interface CodedTwice {
  text: string;
  first: Mark;
  second: Mark;
  alike: boolean;
  /** What was settled; null: nothing yet. */
  settled: Mark | null;
}

/** A verdict without themes is a set of its own: two of the same agree, and two that differ do not. */
const VERDICT_CODES = { themes: 0, 'fits-nothing': -1, unclear: -2, 'left-out': -3 } as const;

const codesOf = ({ verdict, themes }: Mark): readonly number[] =>
  verdict === 'themes' ? themes : [VERDICT_CODES[verdict]];

/**
 * The answers that two coders both coded, as the code sheet is now, in the order in which the first coded them.
 * @param first and `second` are coders by their names
 */
export function codedTwice(
  { themes }: Pick<ThemeRecipe, 'themes'>,
  marks: readonly Mark[],
  first: string,
  second: string,
): CodedTwice[] {
  const of = (coder: string) => marks.filter((mark) => !mark.settles && mark.coder === coder);
  const others = new Map(of(second).map((mark) => [mark.text, mark]));
  const settled = new Map(marks.filter(({ settles }) => settles).map((mark) => [mark.text, mark]));
  return of(first).flatMap((mark): CodedTwice[] => {
    const other = others.get(mark.text);
    if (!other) return [];
    const [a, b] = [asOnSheet(themes, mark), asOnSheet(themes, other)];
    const now = settled.get(mark.text);
    return [
      { text: mark.text, first: a, second: b, alike: saysSame(a, b), settled: now ? asOnSheet(themes, now) : null },
    ];
  });
}

function agreedIn({ measures, absent }: Assessment, id: 'kappa' | 'krippendorff-alpha'): Agreed {
  const measure = measures[id];
  if (measure) {
    const { value, lower = null, upper = null } = measure;
    return { value, lower, upper, why: null };
  }
  return { ...NONE, why: absent.find((own) => own.id === id)?.reason ?? null };
}

/**
 * How two coders agree: theme by theme by Cohen's kappa, over all by Krippendorff's alpha of sets.
 * Both are worked out of the answers that both coded.
 * @param confidence of the intervals
 */
export function agreementOf(
  recipe: Pick<ThemeRecipe, 'themes'>,
  marks: readonly Mark[],
  [first, second]: readonly [string, string],
  confidence = 0.95,
): Agreement {
  const pairs = codedTwice(recipe, marks, first, second);
  const alphaBy = (metric: 'jaccard' | 'masi'): Agreed => {
    if (pairs.length === 0) return { ...NONE, why: 'No answer was coded by both.' };
    const units = pairs.map((pair) => [codesOf(pair.first), codesOf(pair.second)]);
    return agreedIn(assess({ codings: { units, metric }, confidence }), 'krippendorff-alpha');
  };
  const themes = standing(recipe.themes).map(({ id, name }): ThemeAgreement => {
    const count = (a: boolean, b: boolean) =>
      pairs.filter((pair) => pair.first.themes.includes(id) === a && pair.second.themes.includes(id) === b).length;
    const [both, mine, theirs, neither] = [
      count(true, true),
      count(true, false),
      count(false, true),
      count(false, false),
    ];
    const counts = [
      [both, mine],
      [theirs, neither],
    ];
    const share = pairs.length === 0 ? null : (both + neither) / pairs.length;
    const kappa =
      neither === pairs.length || both === pairs.length
        ? { ...NONE, why: both === 0 ? 'No answer has it.' : 'Every answer has it.' }
        : agreedIn(assess({ counts, confidence, exact: { method: 'none' } }), 'kappa');
    return { theme: id, name, both, first: mine, second: theirs, neither, share, kappa };
  });
  return {
    first,
    second,
    answers: pairs.length,
    alike: pairs.filter(({ alike }) => alike).length,
    themes,
    alpha: { jaccard: alphaBy('jaccard'), masi: alphaBy('masi') },
    open: pairs.filter(({ alike, settled }) => !alike && settled === null).length,
  };
}
