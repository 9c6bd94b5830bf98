import { type ReactNode, useContext } from 'react';
import type { Shown } from '../../api/types.js';
import type { TableView } from '../../core/view/types.js';
import { BaseLimits } from './BaseLimits.js';
import { AsideStrip } from './Heading.js';
import { HandlesContext } from './heading-edits.js';
import { OrderSelect } from './OrderSelect.js';
import css from './table.module.css';

interface Props {
  shown: Shown;
  setShown: (shown: Shown) => void;
  /** The rows can stand in another order than their own. */
  ordered: boolean;
  /** The rows are items, their answers go across. */
  battery: boolean;
  /** The tables on the screen. */
  views: readonly TableView[];
  /** Some rows or columns can be empty. */
  empty: boolean;
  /** Chooses which answers are off the scale. */
  scale: ReactNode;
}

/** Under a table: how its rows stand, and what its headings can be taken in hand for. */
export function TableGestures({ shown, setShown, ordered, battery, views, empty, scale }: Props) {
  const { edits } = useContext(HandlesContext);
  return (
    <p className={css['gestures']}>
      {ordered && <OrderSelect {...{ shown, setShown, battery, views }} />}
      {(empty || shown.full === true) && !battery && (
        <label className={css['order']}>
          <input
            type="checkbox"
            checked={shown.full === true}
            onChange={({ target }) => setShown({ ...shown, full: target.checked || undefined })}
          />
          hide empty
        </label>
      )}
      <BaseLimits shown={shown} setShown={setShown} />
      {scale}
      {edits.size > 0 && !battery && (
        <>
          <span>Drag headings to merge or move them; click one for more.</span>
          <AsideStrip />
        </>
      )}
    </p>
  );
}
