import type { Cursor } from './cursor.js';
import type { Form } from './form.js';

/** The words that pieces of the notation begin with: a name that is one of them stands in quotes. */
const RESERVED = new Set<string>();

/** Whether a piece of the notation begins with a word, so that as a name it stands in quotes. */
export const isReserved = (word: string): boolean => RESERVED.has(word.toLowerCase());

/** Takes words that stand here, in any case; a sign is a piece of its own. */
function takeWords(cursor: Cursor, pieces: readonly string[], text: string): void {
  const before = cursor.at;
  for (const [k, piece] of pieces.entries()) {
    const { token } = cursor;
    // A comma before words of the notation can be left away.
    if (k === 0 && piece === ',' && pieces.length > 1 && token?.text !== ',') continue;
    const isHere = token && token.is !== 'quoted' && token.text.toLowerCase() === piece.toLowerCase();
    if (!isHere) {
      const reached = cursor.at;
      // Where some of the words are there, what misses is said behind them.
      const missing = reached - before;
      cursor.at = reached;
      if (missing === 0) cursor.fail({ is: 'word', text });
      cursor.fail({ is: 'word', text: pieces.slice(k).join(' ') });
    }
    cursor.at++;
  }
}

/** Words of the notation piece by piece, a sign alone. */
export const piecesOf = (text: string): readonly string[] => text.match(/[,():;]|[^\s,():;]+/gu) ?? [];

/**
 * Words of the notation, as they stand.
 * @example words('only where').say() // ['only', 'where']
 */
export function words(text: string): Form<void> {
  const pieces = piecesOf(text);
  const first = pieces.find((piece) => /\p{L}/u.test(piece));
  if (first !== undefined) RESERVED.add(first.toLowerCase());
  return {
    read: (cursor) => takeWords(cursor, pieces, text),
    say: () => pieces,
    grammar: { is: 'words', text },
  };
}
