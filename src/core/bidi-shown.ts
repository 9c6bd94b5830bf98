/** Signs that turn the direction of what stands behind them, and are not seen themselves. */
const TURNS: Record<string, string> = {
  '\u202a': 'LRE',
  '\u202b': 'RLE',
  '\u202c': 'PDF',
  '\u202d': 'LRO',
  '\u202e': 'RLO',
  '\u2066': 'LRI',
  '\u2067': 'RLI',
  '\u2068': 'FSI',
  '\u2069': 'PDI',
};

/**
 * A text in which signs that turn the direction of writing are seen: with them a text can look like another one. Marks
 * that Hebrew and Arabic need (LRM, RLM) turn nothing and stay.
 * @example bidiShown('income\u202e.vsc') // 'income[RLO].vsc'
 */
export const bidiShown = (text: string): string =>
  /[\u202a-\u202e\u2066-\u2069]/.test(text)
    ? text.replace(/[\u202a-\u202e\u2066-\u2069]/g, (sign) => `[${TURNS[sign] ?? ''}]`)
    : text;
