/**
 * How a respondent stands to a multiple-response question, as a number in the question's column: left it blank,
 * mentioned something, chose "none of these", answered but ticked nothing, gave a code for no answer, was not asked; or
 * gave an answer in words that nobody coded yet.
 */
export const SET_STATE = {
  blank: 0,
  mentioned: 1,
  none: 2,
  nothing: 3,
  'no-answer': 4,
  'not-asked': 5,
  'not-coded': 6,
} as const;
export type SetState = keyof typeof SET_STATE;

/** The states in the order of their numbers. */
export const SET_STATES = Object.keys(SET_STATE) as SetState[];

/** The states of those who mention nothing, in the order in which they are told. */
export const STANDINGS = [
  'none',
  'nothing',
  'no-answer',
  'not-asked',
  'not-coded',
  'blank',
] as const satisfies readonly Exclude<SetState, 'mentioned'>[];
export type Standing = (typeof STANDINGS)[number];

/** Whether somebody in this state answered the question. */
export const hasAnswered = (state: number): boolean =>
  state === SET_STATE.mentioned || state === SET_STATE.none || state === SET_STATE.nothing;

/** How many respondents answered the question. */
export const answeredIn = (states: Uint8Array): number =>
  states.reduce((sum, state) => sum + (hasAnswered(state) ? 1 : 0), 0);

/**
 * How many respondents answered the question, of those in each state.
 * @example answeredOf([1, 2, 1, 0, 5, 0, 0]) // 3
 */
export const answeredOf = (states: readonly number[]): number =>
  states.reduce((sum, respondents, state) => sum + (hasAnswered(state) ? respondents : 0), 0);

/**
 * How many respondents are in each state, by its number.
 * @param times how many each state stands for; absent: one
 * @example statesIn(Uint8Array.of(1, 1, 0, 3)) // [1, 2, 0, 1, 0, 0, 0]
 */
export function statesIn(states: Uint8Array, times?: ArrayLike<number>): number[] {
  const tally = SET_STATES.map(() => 0);
  for (let k = 0; k < states.length; k++) tally[states[k]!]! += times ? times[k]! : 1;
  return tally;
}
