/**
 * A text as it is coded: without spaces at its ends and in one form of Unicode, so that what reads alike is alike.
 * Capitals, signs and spelling stay as they are: who says that two answers are near enough is the coder.
 */
const answerText = (text: string): string => text.normalize('NFC').replace(/\s+/gu, ' ').trim();

/**
 * The text of an answer that was written elsewhere, as it is coded; empty where it says nothing.
 * @example writtenAnswer(' Rats \n\nno  water') // 'Rats\nno water'
 */
export const writtenAnswer = (text: string): string => answerOf(text.split('\n')) ?? '';

/**
 * What a respondent said in several variables, as one answer; null where nothing was said.
 * @param texts of the variables in order; null: nothing, or a code for no answer
 * @example answerOf(['Rats ', null, 'no water']) // 'Rats\nno water'
 */
export function answerOf(texts: readonly (string | null)[]): string | null {
  const said = texts.flatMap((text) => (text === null ? [] : [answerText(text)])).filter((text) => text !== '');
  return said.length === 0 ? null : said.join('\n');
}
