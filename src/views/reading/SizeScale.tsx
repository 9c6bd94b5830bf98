import { type Size, type SizeWords, SIZE_WORDS } from '../../core/reading/size-words.js';
import { coefficient } from '../../core/reading/words.js';
import { Note } from '../../kit/Panel.js';
import css from './reading.module.css';

/** Where a study's words for size are changed. */
export interface SizeChoice {
  words: SizeWords;
  /** Address of the place where they are changed; null where there is no study. */
  settings: string | null;
}

export const USUAL_SIZES: SizeChoice = { words: SIZE_WORDS, settings: null };

const NAMES: Record<string, string> = {
  φ: 'phi',
  w: 'w = V·√(min(rows, columns) − 1), which is √(χ²/N)',
  τb: 'tau-b',
  η: 'eta',
};

/** What the words for size mean: their limits, and the figure that they were read off. */
export function SizeScale({ size, choice }: { size: Size; choice: SizeChoice }) {
  const { words, settings } = choice;
  const limits = words.map(({ least, word }, k) => {
    const next = words[k + 1]?.least;
    return { word, text: next === undefined ? `from ${coefficient(least)}` : `under ${coefficient(next)}` };
  });
  const own = [...words].reverse().find(({ least }) => Math.abs(size.value) >= least)?.word;
  return (
    <details className={css['more']}>
      <summary>What these words mean</summary>
      <Note>
        Read off {NAMES[size.symbol] ?? size.symbol}: {size.symbol} = {coefficient(size.value)}
        {size.lower !== null && size.upper !== null && ` [${coefficient(size.lower)}, ${coefficient(size.upper)}]`}, a
        figure on a correlation’s scale. Where the interval reaches into a weaker word, both are said.
      </Note>
      <ul className={css['sizes']}>
        {limits.map(({ word, text }) => (
          <li key={word} aria-current={word === own ? 'true' : undefined}>
            <b>{word}</b> {text}
          </li>
        ))}
      </ul>
      {settings !== null && <a href={settings}>Change them for this study</a>}
    </details>
  );
}
