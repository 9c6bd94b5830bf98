import { type Code, isAnswer } from '../../codebook/types.js';
import type { CodedColumn } from '../../count/column.js';
import { Fault } from '../../fault.js';
import { whole } from '../../figures.js';
import { alike } from '../alike.js';
import { codeSpace } from '../code-space.js';
import type { Interlock } from './shape.js';
import type { MadeVariable } from '../types.js';

/** More combinations than this are no variable to look at. */
const MOST_COMBINATIONS = 5000;

/** A variable to interlock, with all its codes. */
export interface InterlockSource {
  title: string;
  column: CodedColumn;
  codes: readonly Code[];
}

export interface Interlocked {
  made: MadeVariable;
  respondents: number;
  /** 0 is blank, k the code at k - 1. */
  values: Uint8Array | Uint16Array;
  /** Respondents by code of the result, and blank ones. */
  counts: number[];
  blank: number;
  /** Combinations, and of them those that nobody has. */
  combinations: number;
  empty: number;
  /** Of each part: its answers with their respondents among those who answered all parts. */
  margins: number[][];
  /** Of each part: respondents who answered it. */
  answered: number[];
  /** Of each combination, in the order of its codes: the places of its parts among their answers. */
  parts: number[][];
}

/** The code of respondents who lack an answer to a part: "no-2" for the second. */
const lacking = (part: number) => `no-${part + 1}`;

/** What is counted of some parts: who has each combination, who lacks an answer to each part, and who is blank. */
interface Tallied {
  respondents: number;
  times: ArrayLike<number>;
  lacks: ArrayLike<number>;
  answered: number[];
  blank: number;
}

/**
 * How many combinations the answers of some parts have.
 * @throws Fault where they are too many
 */
export function combinationsIn(
  recipe: Pick<Interlock, 'empty'>,
  sources: readonly Pick<InterlockSource, 'title' | 'codes'>[],
): number {
  const answers = sources.map(({ codes }) => codes.filter(isAnswer));
  const all = answers.reduce((product, codes) => product * codes.length, 1);
  if (all > MOST_COMBINATIONS * 20 || (recipe.empty && all > MOST_COMBINATIONS)) {
    throw new Fault(
      'too-large',
      `${answers.map((codes, k) => `${sources[k]?.title ?? ''} (${codes.length})`).join(' within ')} have ` +
        `${whole(all)} combinations.`,
      recipe.empty ? 'Drop the empty ones, or merge categories first.' : 'Merge categories first.',
      { field: 'sources' },
    );
  }
  return all;
}

/**
 * Names the combinations that are kept, out of what was counted.
 * @returns also `kept`, the combinations that are categories, and `gone`, the parts to which somebody lacks an answer
 * @throws Fault where too many occur
 */
export function nameCombinations(
  recipe: Pick<Interlock, 'empty' | 'between'>,
  sources: readonly Pick<InterlockSource, 'title' | 'codes'>[],
  { respondents, times, lacks, answered, blank }: Tallied,
): Omit<Interlocked, 'values'> & { kept: number[]; gone: number[] } {
  const answers = sources.map(({ codes }) => codes.filter(isAnswer));
  const all = times.length;
  const kept: number[] = [];
  for (let at = 0; at < all; at++) if (recipe.empty || times[at]! > 0) kept.push(at);
  if (kept.length > MOST_COMBINATIONS) {
    throw new Fault('too-large', `${whole(kept.length)} combinations occur.`, 'Merge categories first.', {
      field: 'sources',
    });
  }
  const partsOf = (at: number): Code[] => {
    const parts: Code[] = [];
    let rest = at;
    for (let s = sources.length - 1; s >= 0; s--) {
      parts.unshift(answers[s]![rest % answers[s]!.length]!);
      rest = Math.floor(rest / answers[s]!.length);
    }
    return parts;
  };
  const margins = answers.map((codes) => codes.map(() => 0));
  for (const at of kept)
    partsOf(at).forEach((part, s) => {
      margins[s]![answers[s]!.indexOf(part)]! += times[at]!;
    });
  const space = codeSpace([]);
  const codes: Code[] = kept.map((at) => {
    const parts = partsOf(at);
    return {
      code: space.give(parts.map(({ code }) => code).join('.')),
      label: parts.map(({ label, code }) => label || code).join(recipe.between),
      missing: null,
    };
  });
  const gone = sources.flatMap((_, s) => (lacks[s]! > 0 ? [s] : []));
  codes.push(
    ...gone.map((s): Code => ({
      code: space.give(lacking(s)),
      label: `No answer to ${sources[s]!.title}`,
      missing: 'other',
    })),
  );
  return {
    made: { level: 'unordered', codes },
    respondents,
    kept,
    gone,
    counts: [...kept.map((at) => times[at]!), ...gone.map((s) => lacks[s]!)],
    blank,
    combinations: all,
    empty: Array.from(times).reduce((count, time) => count + (time === 0 ? 1 : 0), 0),
    margins,
    answered,
    parts: kept.map((at) => partsOf(at).map((part, s) => answers[s]!.indexOf(part))),
  };
}

/**
 * Makes one variable of the combinations of several. Who has no answer to a part has none to the whole, and the code
 * says to which part; who has nothing in any is blank.
 * @throws Fault where there would be too many combinations
 * @example
 * const codes = [
 *   { code: '1', label: 'Yes', missing: null },
 *   { code: '2', label: 'No', missing: null },
 * ];
 * const source = (title, ...values) => ({
 *   title,
 *   codes,
 *   column: { kind: 'coded', values: Uint8Array.from(values), codes: ['1', '2'] },
 * });
 * const recipe = { kind: 'interlock', sources: [1, 2], between: ', ', empty: false };
 * interlock(recipe, [source('A', 1, 2, 1), source('B', 1, 1, 1)], 3).made.codes.map(({ label }) => label);
 * // ['Yes, Yes', 'No, Yes']
 */
export function interlock(recipe: Interlock, sources: readonly InterlockSource[], respondents: number): Interlocked {
  const answers = sources.map(({ codes }) => codes.filter(isAnswer));
  const all = combinationsIn(recipe, sources);
  // Of each part: the place of a value among its answers; -1 missing, -2 blank.
  const places = sources.map(({ column }, s) => {
    const place = new Map(answers[s]!.map(({ code }, k) => [code, k]));
    return Int32Array.from([-2, ...column.codes.map((code) => place.get(code) ?? -1)]);
  });
  const together = alike(
    sources.map(({ column }) => column),
    respondents,
  );
  const combination = new Int32Array(together.groups);
  const times = new Uint32Array(all);
  const lacks = new Uint32Array(sources.length);
  const answered = sources.map(() => 0);
  let blank = 0;
  for (let k = 0; k < together.groups; k++) {
    const people = together.times[k]!;
    let at = 0;
    let lack = -1;
    let filled = false;
    for (let s = 0; s < sources.length; s++) {
      const place = places[s]![together.columns[s]!.values[k]!]!;
      if (place >= 0) answered[s]! += people;
      else if (lack < 0) lack = s;
      if (place !== -2) filled = true;
      at = at * answers[s]!.length + Math.max(0, place);
    }
    if (!filled) {
      blank += people;
      combination[k] = -1 - sources.length;
    } else if (lack >= 0) {
      lacks[lack]! += people;
      combination[k] = -1 - lack;
    } else {
      times[at]! += people;
      combination[k] = at;
    }
  }
  const { kept, gone, ...named } = nameCombinations(recipe, sources, { respondents, times, lacks, answered, blank });
  const wide = named.made.codes.length > 255;
  const values = wide ? new Uint16Array(together.groups) : new Uint8Array(together.groups);
  const placeOf = new Int32Array(all);
  kept.forEach((at, k) => (placeOf[at] = k + 1));
  for (let k = 0; k < together.groups; k++) {
    const at = combination[k]!;
    if (at >= 0) values[k] = placeOf[at]!;
    else if (at > -1 - sources.length) values[k] = kept.length + gone.indexOf(-1 - at) + 1;
  }
  return { ...named, values: together.spread(values) };
}
