import type { AnswersToCode } from '../../api/types.js';
import { matches } from '../../core/answers/matches.js';
import { VERDICTS, type Verdict } from '../../core/recode/theme/mark.js';

type Answer = AnswersToCode['answers'][number];

/** What is said of an answer. */
export interface Said {
  verdict: Verdict;
  themes: readonly number[];
}

/** What was said of some answers before it was changed. */
interface Step {
  places: readonly number[];
  before: readonly (Said | null)[];
}

/** The answers of one coder while they are coded. */
export interface CodingState {
  answers: readonly Answer[];
  /** What is said of each answer, by its place. */
  said: readonly (Said | null)[];
  /** Each answer as it may be quoted, by its place; null: it is no quotation. */
  quotes: readonly (string | null)[];
  /** Answers that are alike, by their places; each is coded once. */
  groups: readonly (readonly number[])[];
  /** The group that is read. */
  at: number;
  /** Answers of which nothing is said yet. */
  left: number;
  /** What can be taken back, the last one last. */
  steps: readonly Step[];
}

/** Which answers are listed: by what was said of them, or by a theme that they have. */
export type Shown = 'left' | 'all' | 'quoted' | Exclude<Verdict, 'themes'> | { theme: number };

/** So many steps can be taken back. */
const MOST_STEPS = 200;

/** @param groups of the answers, as places */
export function startCoding(answers: readonly Answer[], groups: readonly (readonly number[])[]): CodingState {
  const said = answers.map((answer) => answer.said);
  const at = Math.max(
    0,
    groups.findIndex((group) => group.some((place) => said[place] === null)),
  );
  const left = said.filter((own) => own === null).length;
  const quotes = answers.map(({ quote }) => quote);
  return { answers, said, quotes, groups, at, left, steps: [] };
}

/** What is said of a group: what was said of the first of it that is coded; null: nothing. */
function saidOf({ groups, said }: CodingState, group: number): Said | null {
  const coded = groups[group]?.find((place) => said[place] !== null);
  return coded === undefined ? null : (said[coded] ?? null);
}

/** What is said of the group that is read; null: nothing. */
export const saidHere = (state: CodingState): Said | null => saidOf(state, state.at);

const isSame = (a: Said | null, b: Said | null): boolean =>
  a?.verdict === b?.verdict &&
  (a?.themes.length ?? 0) === (b?.themes.length ?? 0) &&
  (a?.themes ?? []).every((theme) => b?.themes.includes(theme));

/** Answers of the group that is read of which nothing is said, or something else than of the first that is coded. */
export function otherwiseHere(state: CodingState): number[] {
  const here = saidHere(state);
  return (state.groups[state.at] ?? []).filter((place) => !isSame(state.said[place] ?? null, here));
}

function put(state: CodingState, places: readonly number[], values: readonly (Said | null)[]): CodingState {
  const said = [...state.said];
  let { left } = state;
  places.forEach((place, k) => {
    const [old, next] = [said[place] ?? null, values[k] ?? null];
    if (old === null && next !== null) left--;
    if (old !== null && next === null) left++;
    said[place] = next;
  });
  return { ...state, said, left };
}

/** The same said of the group that is read, and of all that is coded with it. */
function withSaid(state: CodingState, said: Said | null): CodingState {
  const places = state.groups[state.at] ?? [];
  const before = places.map((place) => state.said[place] ?? null);
  const steps = [...state.steps, { places, before }].slice(-MOST_STEPS);
  return {
    ...put(
      state,
      places,
      places.map(() => said),
    ),
    steps,
  };
}

/** The same said of all answers of the group that is read: what was said of the first that is coded. */
export const withSame = (state: CodingState): CodingState =>
  otherwiseHere(state).length === 0 ? state : withSaid(state, saidHere(state));

/** A theme given to the group that is read, or taken from it, where all of it has it. */
export function withTheme(state: CodingState, theme: number): CodingState {
  const themes = saidHere(state)?.themes ?? [];
  // Some of the group are not coded so yet: they get what the others have.
  if (themes.includes(theme) && otherwiseHere(state).length > 0) return withSame(state);
  const next = themes.includes(theme) ? themes.filter((id) => id !== theme) : [...themes, theme];
  return withSaid(state, next.length === 0 ? null : { verdict: 'themes', themes: next });
}

/** A verdict without themes given to the group that is read, or taken back. */
export const withVerdict = (state: CodingState, verdict: Exclude<Verdict, 'themes'>): CodingState =>
  withSaid(state, saidHere(state)?.verdict === verdict ? null : { verdict, themes: [] });

/** The last step taken back, on the group that it was of. */
export function stepBack(state: CodingState): CodingState {
  const step = state.steps.at(-1);
  if (!step) return state;
  const at = state.groups.findIndex((group) => group.includes(step.places[0] ?? -1));
  return { ...put(state, step.places, step.before), at: Math.max(0, at), steps: state.steps.slice(0, -1) };
}

/** An answer taken out of its group: it is read by itself, at the end of the list, where it is not in the way. */
export function withApart(state: CodingState, place: number): CodingState {
  const groups = state.groups.map((group) => group.filter((own) => own !== place));
  return { ...state, groups: [...groups, [place]] };
}

/** An answer as it may be quoted from now on; null: it is no quotation. */
export const withQuote = (state: CodingState, place: number, quote: string | null): CodingState => ({
  ...state,
  quotes: state.quotes.map((own, k) => (k === place ? quote : own)),
});

function isShown(said: Said | null, quote: string | null, shown: Shown): boolean {
  if (shown === 'all') return true;
  if (shown === 'left') return said === null;
  if (shown === 'quoted') return quote !== null;
  if (typeof shown === 'object') return said?.themes.includes(shown.theme) ?? false;
  return said?.verdict === shown;
}

/** The groups that are listed, in the order of the data. */
export function listed({ groups, said, quotes, answers }: CodingState, shown: Shown, search: string): number[] {
  return groups.flatMap((group, k) => {
    const isIn = group.some((place) => {
      if (!isShown(said[place] ?? null, quotes[place] ?? null, shown)) return false;
      return search.trim() === '' || matches(answers[place]?.text ?? '', search).length > 0;
    });
    return isIn ? [k] : [];
  });
}

/** The next group behind the one that is read of which nothing is said yet, or else the first; null: there is none. */
export function nextLeft({ groups, said, at }: CodingState): number | null {
  const isLeft = (k: number) => groups[k]?.some((place) => said[place] === null) ?? false;
  for (let step = 1; step <= groups.length; step++) {
    const k = (at + step) % groups.length;
    if (isLeft(k)) return k;
  }
  return null;
}

/** Verdicts without themes, with the key of each. */
export const VERDICT_KEYS: readonly (readonly [key: string, verdict: Exclude<Verdict, 'themes'>])[] = [
  ['x', 'fits-nothing'],
  ['u', 'unclear'],
  ['o', 'left-out'],
];

/** Keys of themes in the order of the sheet: none that does something else here. */
const THEME_KEYS = '1234567890abcdefhijklmqrsvwy';

/** The key of a theme by its place on the sheet; null: there are no more. */
export const keyOf = (place: number): string | null => THEME_KEYS[place] ?? null;

/** Whether a text says what is listed. */
export const readShown = (text: string): Shown => {
  const theme = /^theme (\d+)$/.exec(text)?.[1];
  if (theme !== undefined) return { theme: Number(theme) };
  const verdict = VERDICTS.find((own) => own === text);
  if (verdict !== undefined && verdict !== 'themes') return verdict;
  return text === 'all' || text === 'quoted' ? text : 'left';
};

export const sayShown = (shown: Shown): string => (typeof shown === 'object' ? `theme ${shown.theme}` : shown);
