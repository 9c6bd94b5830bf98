import { useState } from 'react';
import { VERDICT_WORDS } from '../../core/recode/theme/mark.js';
import { sheetLines } from '../../core/recode/theme/sheet-edits.js';
import { pathOf } from '../../core/recode/theme/sheet.js';
import type { Theme } from '../../core/recode/theme/shape.js';
import { Button, MainButton, Toggle } from '../../kit/kit.js';
import { type Said, VERDICT_KEYS } from './coding-state.js';
import css from './coding.module.css';

interface Props {
  text: string;
  themes: readonly Theme[];
  /** The themes to begin with. */
  start: readonly number[];
  isClosed: boolean;
  settle: (said: Said) => void;
}

/** Settles an answer as neither coder said it. */
export function Otherwise({ text, themes, start, isClosed, settle }: Props) {
  const [chosen, setChosen] = useState<readonly number[] | null>(null);
  if (chosen === null)
    return (
      <Button disabled={isClosed} aria-label={`otherwise… ${text}`} onClick={() => setChosen(start)}>
        otherwise…
      </Button>
    );
  const done = (said: Said) => {
    settle(said);
    setChosen(null);
  };
  return (
    <div role="group" aria-label={`What is to count: ${text}`}>
      <p className={css['themes']}>
        {sheetLines(themes).map(({ theme }) => (
          <Toggle
            key={theme.id}
            on={chosen.includes(theme.id)}
            onClick={() =>
              setChosen(chosen.includes(theme.id) ? chosen.filter((id) => id !== theme.id) : [...chosen, theme.id])
            }
          >
            {pathOf(themes, theme)}
          </Toggle>
        ))}
      </p>
      <p className={css['themes']}>
        <MainButton disabled={chosen.length === 0} onClick={() => done({ verdict: 'themes', themes: chosen })}>
          Settle so
        </MainButton>
        {VERDICT_KEYS.map(([, verdict]) => (
          <Button key={verdict} onClick={() => done({ verdict, themes: [] })}>
            {VERDICT_WORDS[verdict]}
          </Button>
        ))}
        <Button onClick={() => setChosen(null)}>Close</Button>
      </p>
    </div>
  );
}
