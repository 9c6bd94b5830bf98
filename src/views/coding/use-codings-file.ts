import { useState } from 'react';
import { sayUnknown } from '../../core/recode/theme/say-unknown.js';
import { plural } from '../../core/words.js';
import { change } from '../server/ask.js';
import { problemText, type Trouble } from '../server/problem.js';

/**
 * Takes codings in that were made elsewhere.
 * @param done is told, in words, that they are in: what is on the screen is not all there is any more
 */
export function useCodingsFile(study: string, working: number, done: (words: string) => void) {
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const takeIn = (file: File, coder: string) => {
    const asked = { study, working, file, query: { file: file.name, coder } };
    change('PUT /studies/{study}/workings/{working}/codings/file', asked).then(
      ({ answers, unknown }) => done(`${plural(answers, 'coding')} taken in${sayUnknown(unknown)}.`),
      (error: unknown) => setTrouble(problemText(error)),
    );
  };
  return { takeIn, trouble, dismiss: () => setTrouble(null) };
}
