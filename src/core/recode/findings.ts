import { whole } from '../figures.js';
import { SET_STATE } from '../count/set-state.js';
import type { Finding } from './proof-shape.js';

/**
 * Whether every code goes somewhere.
 * @param noun what a code of the source is called: "codes", "options"
 */
export const coveredFinding = (codes: number, leftOver: number, noun: string): Finding => ({
  id: 'covered',
  holds: leftOver === 0,
  title: 'Covered',
  text: leftOver === 0 ? `All ${codes} ${noun} go somewhere.` : `${codes - leftOver} of ${codes} ${noun} go somewhere.`,
  codes: [],
});

/**
 * The codes that are in no group.
 * @param told the codes as they are told
 * @param lost what would be lost by it: "12 mentions would be lost"
 */
export const leftOverFinding = (codes: readonly string[], told: string, lost: string): Finding => ({
  id: 'left-over',
  holds: codes.length === 0,
  title: 'Left over',
  text:
    codes.length === 0
      ? 'None.'
      : `${told} ${codes.length === 1 ? 'is' : 'are'} in no group: ${lost}. Put ` +
        `${codes.length === 1 ? 'it' : 'them'} in a group, or set ${codes.length === 1 ? 'it' : 'them'} aside.`,
  codes: [...codes],
});

/**
 * Why respondents of a question have no answer.
 * @param states respondents by their state, `statesIn`
 * @param blank what those left blank who are: "slots"
 * @param more what else is to be said
 */
export const withoutAnswerFinding = (states: readonly number[], blank: string, more = ''): Finding => ({
  id: 'made-missing',
  holds: true,
  title: 'Without an answer',
  text:
    `${whole(states[SET_STATE.blank]!)} respondents left all ${blank} blank, ` +
    `${whole(states[SET_STATE['not-asked']]!)} were not asked, ` +
    `${whole(states[SET_STATE['no-answer']]!)} gave no answer${more}.`,
  codes: [],
});
