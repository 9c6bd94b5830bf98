import type { SetsColumn } from '../../count/column.js';
import { mentionsBy, setOption, wordsFor } from '../../count/option-bits.js';
import { SET_STATE } from '../../count/set-state.js';
import type { MadeVariable } from '../types.js';
import type { Verdict } from './mark.js';
import { pathOf, standing } from './sheet.js';
import type { Stand } from './stand.js';
import type { ThemeRecipe } from './shape.js';

/** What somebody of whom a coder said so stands in: an unclear answer is one, what is left out is none. */
const STATE_OF: Record<Verdict, number> = {
  themes: SET_STATE.mentioned,
  'fits-nothing': SET_STATE.none,
  unclear: SET_STATE.nothing,
  'left-out': SET_STATE['no-answer'],
};

/** What the source has of a respondent: an answer; or why there is none, as a state. */
export type Said = string | number;

/** The level and codes of themes: each that was not merged, coded by its id, called with its broader ones. */
export const themed = ({ themes }: Pick<ThemeRecipe, 'themes'>): MadeVariable => ({
  level: 'multiple',
  codes: standing(themes).map((theme) => ({ code: String(theme.id), label: pathOf(themes, theme), missing: null })),
});

/**
 * Which themes each respondent mentions, by what counts of the marks of their answer.
 * @param said of each respondent
 * @param stands what counts, by answer
 */
export function theme(
  { themes }: Pick<ThemeRecipe, 'themes'>,
  said: (respondent: number) => Said,
  respondents: number,
  stands: ReadonlyMap<string, Stand>,
): { column: SetsColumn; mentioned: number[] } {
  const options = standing(themes).map(({ id }) => id);
  const placeOf = new Map(options.map((id, k) => [id, k]));
  const width = wordsFor(options.length);
  const bits = { words: new Uint32Array(respondents * width), width };
  const state = new Uint8Array(respondents);
  for (let k = 0; k < respondents; k++) {
    const answer = said(k);
    if (typeof answer === 'number') {
      state[k] = answer;
      continue;
    }
    const stand = stands.get(answer);
    state[k] = stand ? STATE_OF[stand.counts.verdict] : SET_STATE['not-coded'];
    for (const id of stand?.counts.themes ?? []) setOption(bits, k, placeOf.get(id)!);
  }
  const column: SetsColumn = { kind: 'sets', ...bits, state, options: options.map(String) };
  return { column, mentioned: mentionsBy(bits, options.length) };
}
