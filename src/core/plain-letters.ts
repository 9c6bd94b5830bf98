/** Letters that no mark can be taken off of, as people write them without. */
const SPELLED: Readonly<Record<string, string>> = {
  ß: 'ss',
  æ: 'ae',
  Æ: 'Ae',
  œ: 'oe',
  Œ: 'Oe',
  ø: 'o',
  Ø: 'O',
  ł: 'l',
  Ł: 'L',
  đ: 'd',
  Đ: 'D',
};

/** A text with the marks taken off its letters: "Zürich, Côte" is "Zurich, Cote". For names and file names. */
export function plainLetters(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .replace(/[ßæÆœŒøØłŁđĐ]/gu, (letter) => SPELLED[letter] ?? letter);
}
