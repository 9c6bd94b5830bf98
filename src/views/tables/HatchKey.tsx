import { INK_KEY, INK_WORDS } from '../../core/view/ink.js';
import { HatchSample } from '../../kit/Hatch.js';
import css from './table.module.css';

/** What the hatching of cells means. */
export function HatchKey() {
  return (
    <p className={css['key']}>
      fewer
      {INK_KEY.map((ink) => (
        <HatchSample key={ink} ink={ink} title={INK_WORDS[ink]} />
      ))}
      more than independence gives
    </p>
  );
}
