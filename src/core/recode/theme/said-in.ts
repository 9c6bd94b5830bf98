import { isAnswer } from '../../codebook/types.js';
import { SET_STATE } from '../../count/set-state.js';
import type { Source } from '../derivation.js';
import { allCodesOf } from '../source-columns.js';
import { answerOf } from './answer-text.js';
import type { Said } from './compute.js';

/** What each respondent said in some sources as one answer, or why there is none, as a state. */
export function saidIn(sources: readonly Source[]): (respondent: number) => Said {
  const readers = sources.map((source) => {
    const silent = new Map(
      allCodesOf(source).flatMap((code) => (isAnswer(code) ? [] : [[code.code, code.missing] as const])),
    );
    const { at: read } = source.texts();
    return { read, silent };
  });
  return (respondent) => {
    let state: number = SET_STATE.blank;
    const texts = readers.map(({ read, silent }) => {
      const text = read(respondent);
      const reason = text === null ? undefined : silent.get(text);
      if (reason === undefined) return text;
      if (reason === 'not-asked') state = SET_STATE['not-asked'];
      else if (state === SET_STATE.blank) state = SET_STATE['no-answer'];
      return null;
    });
    return answerOf(texts) ?? state;
  };
}
