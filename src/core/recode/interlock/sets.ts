import { type Code, isAnswer } from '../../codebook/types.js';
import type { CodedColumn, SetsColumn } from '../../count/column.js';
import { answeredIn, hasAnswered, SET_STATE } from '../../count/set-state.js';
import { eachOption, hasOption, setOption, wordsFor, mentionsBy } from '../../count/option-bits.js';
import { Fault } from '../../fault.js';
import { whole } from '../../figures.js';
import { codeSpace } from '../code-space.js';
import type { Interlock } from './shape.js';
import type { MadeVariable } from '../types.js';

/** More combinations than this are no question to look at. */
const MOST = 1000;

/** A variable to interlock: one answer a respondent, or several. */
export interface Part {
  title: string;
  column: CodedColumn | SetsColumn;
  codes: readonly Code[];
}

export interface InterlockedSets {
  made: MadeVariable;
  column: SetsColumn;
  respondents: number;
  /** Who answered all parts. */
  answered: number;
  /** Respondents by combination. */
  mentioned: number[];
  /** Mentions of the question by who answered all parts. */
  before: number;
}

/** The place of each value among a part's answers; -1: no answer. */
function placesIn(column: CodedColumn, answers: readonly Code[]): Int32Array {
  const place = new Map(answers.map(({ code }, k) => [code, k]));
  return Int32Array.from([-1, ...column.codes.map((code) => place.get(code) ?? -1)]);
}

/**
 * The combinations of a question's options with groups, and what they are called.
 * @returns also which part the question is, and how far apart the combinations of neighbouring answers of a part stand
 * @throws Fault where several questions are multiple, or there would be too many combinations
 */
export function nameSets(
  recipe: Pick<Interlock, 'between'>,
  parts: readonly Pick<Part, 'title' | 'column' | 'codes'>[],
) {
  const answers = parts.map(({ codes }) => codes.filter(isAnswer));
  const multiple = parts.flatMap(({ column }, s) => (column.kind === 'sets' ? [s] : []));
  const [own = 0, another] = multiple;
  if (another !== undefined) {
    throw new Fault(
      'unsupported',
      `${parts[own]?.title ?? ''} and ${parts[another]?.title ?? ''} are both multiple-response questions.`,
      'Interlock one of them with groups that do not overlap.',
      { field: 'sources' },
    );
  }
  const all = answers.reduce((product, codes) => product * codes.length, 1);
  if (all > MOST)
    throw new Fault('too-large', `${whole(all)} combinations would be options.`, 'Merge categories first.', {
      field: 'sources',
    });
  const steps = answers.map((_, s) => answers.slice(s + 1).reduce((product, codes) => product * codes.length, 1));
  const space = codeSpace([]);
  const codes = Array.from({ length: all }, (_, at): Code => {
    const chosen = answers.map((list, s) => list[Math.floor(at / steps[s]!) % list.length]!);
    return {
      code: space.give(chosen.map(({ code }) => code).join('.')),
      label: chosen.map(({ label, code }) => label || code).join(recipe.between),
      missing: null,
    };
  });
  return { answers, question: own, steps, codes };
}

/**
 * The combinations of a multiple-response question with variables of one answer: an option within each group. Who is in
 * a group and mentions nothing stays one who mentions nothing; who has no answer to a group has none to the whole.
 * @throws Fault where several questions are multiple, or there would be too many combinations
 * @example
 * const codes = [
 *   { code: '1', label: 'Yes', missing: null },
 *   { code: '2', label: 'No', missing: null },
 * ];
 * const site = { title: 'Site', codes, column: { kind: 'coded', values: Uint8Array.of(1, 2), codes: ['1', '2'] } };
 * const sets = {
 *   kind: 'sets',
 *   words: Uint32Array.of(1, 3),
 *   width: 1,
 *   state: Uint8Array.of(1, 1),
 *   options: ['1', '2'],
 * };
 * const recipe = { kind: 'interlock', sources: [1, 2], between: ', ', empty: false };
 * interlockSets(recipe, [site, { title: 'Crops', codes, column: sets }], 2).mentioned; // [1, 1, 1]
 */
export function interlockSets(recipe: Interlock, parts: readonly Part[], respondents: number): InterlockedSets {
  const { answers, question: own, steps, codes } = nameSets(recipe, parts);
  const all = codes.length;
  const sets = parts[own]!.column as SetsColumn;
  const optionAt = sets.options.map((option) => answers[own]!.findIndex(({ code }) => code === option));
  const places = parts.map(({ column }, s) =>
    column.kind === 'coded' ? placesIn(column, answers[s]!) : new Int32Array(),
  );
  const width = wordsFor(all);
  const words = new Uint32Array(respondents * width);
  const state = new Uint8Array(respondents);
  let before = 0;
  for (let k = 0; k < respondents; k++) {
    let at = 0;
    let lacks = false;
    for (let s = 0; s < parts.length; s++) {
      const { column } = parts[s]!;
      if (column.kind !== 'coded') continue;
      const place = places[s]![column.values[k]!]!;
      if (place < 0) lacks = true;
      else at += place * steps[s]!;
    }
    const how = sets.state[k]!;
    state[k] = lacks && hasAnswered(how) ? SET_STATE['no-answer'] : how;
    if (lacks || how !== SET_STATE.mentioned) continue;
    eachOption(sets, k, (mentioned) => {
      const option = optionAt[mentioned]!;
      if (option < 0) return;
      before++;
      setOption({ words, width }, k, at + option * steps[own]!);
    });
  }
  const mentioned = mentionsBy({ words, width }, all);
  const kept = codes.flatMap((_, at) => (recipe.empty || mentioned[at]! > 0 ? [at] : []));
  return {
    ...only({ words, width, state }, codes, kept),
    respondents,
    answered: answeredIn(state),
    mentioned: kept.map((at) => mentioned[at]!),
    before,
  };
}

/** The combinations that are kept, as a column of their own. */
function only(
  { words, width, state }: Pick<SetsColumn, 'words' | 'width' | 'state'>,
  codes: readonly Code[],
  kept: readonly number[],
): Pick<InterlockedSets, 'made' | 'column'> {
  const narrow = wordsFor(kept.length);
  const next = new Uint32Array(state.length * narrow);
  for (let k = 0; k < state.length; k++) {
    kept.forEach((at, j) => {
      if (hasOption({ words, width }, k, at)) setOption({ words: next, width: narrow }, k, j);
    });
  }
  const made = kept.flatMap((at) => codes[at] ?? []);
  return {
    made: { level: 'multiple', codes: made },
    column: { kind: 'sets', words: next, width: narrow, state, options: made.map(({ code }) => code) },
  };
}
