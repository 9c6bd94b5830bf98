import { HatchSample, type Ink } from '../../kit/Hatch.js';
import { INK_WORDS } from './ink.js';
import css from './table.module.css';

const KEY: readonly Ink[] = ['fewer2', 'fewer1', 'more1', 'more2'];

/** What the hatching of cells means. */
export function HatchKey() {
  return (
    <p className={css['key']}>
      fewer
      {KEY.map((ink) => (
        <HatchSample key={ink} ink={ink} title={INK_WORDS[ink]} />
      ))}
      more than independence gives
    </p>
  );
}
