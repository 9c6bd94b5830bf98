import { useState } from 'react';
import { parseNumber } from '../../core/codebook/number.js';
import { SIZE_WORDS, whyNoSizeWords } from '../../core/reading/size-words.js';
import type { SizeWord } from '../../core/study/settings-shape.js';
import { Button, PlainButton } from '../../kit/kit.js';
import css from './intake.module.css';

interface Props {
  /** Absent: the usual ones. */
  words: readonly SizeWord[] | undefined;
  /** Null: the usual ones again. */
  keep: (words: SizeWord[] | null) => Promise<boolean>;
}

const typed = (words: readonly SizeWord[]) => words.map(({ least, word }) => ({ least: String(least), word }));

/** The words for the size of an association, and from which value on each holds, for one study. */
export function SizeWordsFields({ words, keep }: Props) {
  const [lines, setLines] = useState(typed(words ?? SIZE_WORDS));
  const meant = lines.map(({ least, word }) => ({ least: parseNumber(least) ?? NaN, word: word.trim() }));
  const wrong = whyNoSizeWords(meant);
  const put = (k: number, line: Partial<(typeof lines)[number]>) =>
    setLines(lines.map((item, at) => (at === k ? { ...item, ...line } : item)));
  return (
    <fieldset className={css['sizeWords']}>
      <legend>Words for size, on a correlation’s scale (φ, w, τb, η)</legend>
      {lines.map(({ least, word }, k) => (
        <p key={k}>
          <label>
            from{' '}
            <input
              inputMode="decimal"
              size={5}
              value={least}
              disabled={k === 0}
              aria-label={`Least value of word ${k + 1}`}
              onChange={({ target }) => put(k, { least: target.value })}
            />
          </label>{' '}
          <input
            value={word}
            maxLength={60}
            aria-label={`Word ${k + 1} for size`}
            onChange={({ target }) => put(k, { word: target.value })}
          />{' '}
          {k > 0 && lines.length > 2 && (
            <Button onClick={() => setLines(lines.filter((_, at) => at !== k))}>Take out</Button>
          )}
        </p>
      ))}
      {wrong !== null && <p role="alert">{wrong}</p>}
      <p className={css['acts']}>
        <PlainButton disabled={wrong !== null} onClick={() => void keep(meant)}>
          Keep these words
        </PlainButton>
        <Button onClick={() => setLines([...lines, { least: '', word: '' }])}>Another word</Button>
        {words && (
          <Button onClick={() => void keep(null).then((done) => done && setLines(typed(SIZE_WORDS)))}>
            The usual words again
          </Button>
        )}
      </p>
    </fieldset>
  );
}
