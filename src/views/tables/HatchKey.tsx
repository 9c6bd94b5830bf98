import { INK_WORDS, type Ink } from '../../core/view/ink.js';
import { HatchSample } from '../../kit/Hatch.js';
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
