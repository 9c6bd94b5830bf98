/** What is a word: letters and digits of any script, with marks on them and apostrophes within. */
const WORD = /[\p{L}\p{N}][\p{L}\p{N}\p{M}]*(?:['’][\p{L}\p{M}]+)*/gu;

/**
 * A text as one reads it quickly: small letters, and none of the accents that are often left out.
 * @example plain('Crème BRÛLÉE') // 'creme brulee'
 */
export const plain = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/(?<=\p{Script=Latin})\p{M}+/gu, '')
    .normalize('NFC')
    .toLocaleLowerCase('en');

/**
 * The words of a text in order, in small letters and without accents.
 * @example wordsOf('Don’t lock the shed!') // ['don’t', 'lock', 'the', 'shed']
 */
export const wordsOf = (text: string): string[] => plain(text).match(WORD) ?? [];
