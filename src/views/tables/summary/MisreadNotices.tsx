import { useState } from 'react';
import type { StudyView } from '../../../api/types.js';
import type { Level } from '../../../core/codebook/types.js';
import { type Misread, misreadIn } from '../../../core/summary/misread.js';
import type { TableView } from '../../../core/view/types.js';
import { Button, Problem } from '../../../kit/kit.js';
import { peekAt } from '../../peek/Peek.js';
import { editEntries } from '../../server/edit-entries.js';
import { type Trouble, troubleOf } from '../../server/problem.js';
import css from './summary.module.css';

const LEVEL_WORDS: Partial<Record<Level, string>> = {
  ordered: 'Read it as ordered categories',
  unordered: 'As categories without an order',
  number: 'Read it as a number',
};

/** Variables that were probably read as what they are not, each with what mends it: its level in the codebook. */
export function MisreadNotices({ study, table }: { study: StudyView; table: TableView }) {
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const mend = async ({ variable, title }: Misread, level: Level): Promise<void> => {
    if (level === 'multiple') return;
    try {
      await editEntries(study.study.id, [{ variable, level }], `Level of ${title} changed from a summary`);
      setTrouble(null);
    } catch (error) {
      setTrouble(troubleOf(error, () => void mend({ variable, title, text: '', levels: [] }, level)));
    }
  };
  return (
    <>
      {misreadIn(table, study.variables).map((misread) => (
        <p key={misread.variable} className={css['misread']} role="note">
          <span>
            <b {...peekAt(misread.variable)}>{misread.title}</b> {misread.text}
          </span>
          {misread.levels.map((level) => (
            <Button key={level} onClick={() => void mend(misread, level)}>
              {LEVEL_WORDS[level] ?? level}
            </Button>
          ))}
        </p>
      ))}
      {trouble && <Problem {...trouble} dismiss={() => setTrouble(null)} />}
    </>
  );
}
