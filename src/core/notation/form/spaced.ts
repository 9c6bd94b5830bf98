/** Signs that stand close to the piece before them, and after. */
const CLOSE_BEFORE = new Set([',', ')', ';', ':']);

/** Pieces as a line. @example spaced(['a', ',', 'b', '(', 'c', ')']) // 'a, b (c)' */
export const spaced = (pieces: readonly string[]): string =>
  pieces.reduce((line, piece, k) => {
    const isClose = k === 0 || CLOSE_BEFORE.has(piece) || pieces[k - 1] === '(';
    return isClose ? line + piece : `${line} ${piece}`;
  }, '');
