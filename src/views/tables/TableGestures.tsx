import { useContext } from 'react';
import type { Shown } from '../../api/types.js';
import { AsideStrip } from './Heading.js';
import { HeadingEditsContext } from './heading-edits.js';
import css from './table.module.css';

interface Props {
  shown: Shown;
  setShown: (shown: Shown) => void;
  /** The rows can stand in another order than their own. */
  ordered: boolean;
}

const ORDERS = [
  ['list', false, 'as listed'],
  ['list', true, 'as listed, other last'],
  ['frequency', false, 'most frequent first'],
  ['frequency', true, 'most frequent first, other last'],
] as const;

/** How the rows stand; ties stay in the order of the list. */
function OrderSelect({ shown, setShown }: Pick<Props, 'shown' | 'setShown'>) {
  const at = ORDERS.findIndex(([order, last]) => order === (shown.order ?? 'list') && last === (shown.last ?? false));
  return (
    <label className={css['order']}>
      Rows
      <select
        value={at}
        title="By respondents, which is by mentions too; ties stay in the order of the list"
        onChange={(event) => {
          const [order, last] = ORDERS[Number(event.target.value)] ?? ORDERS[0];
          setShown({ ...shown, order: order === 'list' ? undefined : order, last: last || undefined });
        }}
      >
        {ORDERS.map(([, , words], k) => (
          <option key={words} value={k}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}

/** Under a table: how its rows stand, and what its headings can be taken in hand for. */
export function TableGestures({ shown, setShown, ordered }: Props) {
  const { rows, by } = useContext(HeadingEditsContext);
  if (!rows && !by && !ordered) return null;
  return (
    <p className={css['gestures']}>
      {ordered && <OrderSelect shown={shown} setShown={setShown} />}
      {(rows ?? by) && (
        <>
          <span>Drag headings to merge or move them; click one for more.</span>
          <AsideStrip />
        </>
      )}
    </p>
  );
}
