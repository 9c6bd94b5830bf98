import { type ReactNode, useContext } from 'react';
import type { Shown } from '../../api/types.js';
import { BaseLimits } from './BaseLimits.js';
import { AsideStrip } from './Heading.js';
import { HandlesContext } from './heading-edits.js';
import css from './table.module.css';

interface Props {
  shown: Shown;
  setShown: (shown: Shown) => void;
  /** The rows can stand in another order than their own. */
  ordered: boolean;
  /** The rows are items, their answers go across. */
  battery: boolean;
  /** Columns by which they can be sorted. */
  columns: readonly { code: string; label: string }[];
  /** Some rows or columns can be empty. */
  empty: boolean;
  /** Chooses which answers are off the scale. */
  scale: ReactNode;
}

const ORDERS = [
  ['list', false, 'as listed'],
  ['list', true, 'as listed, other last'],
  ['frequency', false, 'most frequent first'],
  ['frequency', true, 'most frequent first, other last'],
] as const;

/** How the rows stand; ties stay in the order of the list. */
function OrderSelect({ shown, setShown, columns, battery }: Pick<Props, 'shown' | 'setShown' | 'columns' | 'battery'>) {
  const orders = battery ? ORDERS.slice(0, 1) : ORDERS;
  const sorted = columns.findIndex(({ code }) => code === shown.sort);
  const listed = ORDERS.findIndex(
    ([order, last]) => order === (shown.order ?? 'list') && last === (shown.last ?? false),
  );
  const at = sorted >= 0 ? ORDERS.length + sorted : listed;
  return (
    <label className={css['order']}>
      {battery ? 'Items' : 'Rows'}
      <select
        value={at}
        title={
          battery
            ? 'By what stands in a column; ties stay in the order of the sentence'
            : 'By respondents, which is by mentions too; ties stay in the order of the list'
        }
        onChange={(event) => {
          const chosen = Number(event.target.value);
          const column = columns[chosen - ORDERS.length];
          if (column) {
            setShown({ ...shown, sort: column.code });
            return;
          }
          const [order, last] = ORDERS[chosen] ?? ORDERS[0];
          const isListed = order === 'list';
          setShown({ ...shown, order: isListed ? undefined : order, last: last || undefined, sort: undefined });
        }}
      >
        {orders.map(([, , words], k) => (
          <option key={words} value={k}>
            {words}
          </option>
        ))}
        {columns.length > 0 && (
          <optgroup label={battery ? 'Largest first in' : 'Largest share first in'}>
            {columns.map(({ code, label }, k) => (
              <option key={code} value={ORDERS.length + k}>
                {label}
              </option>
            ))}
          </optgroup>
        )}
      </select>
    </label>
  );
}

/** Under a table: how its rows stand, and what its headings can be taken in hand for. */
export function TableGestures({ shown, setShown, ordered, battery, columns, empty, scale }: Props) {
  const { edits } = useContext(HandlesContext);
  return (
    <p className={css['gestures']}>
      {ordered && <OrderSelect {...{ shown, setShown, columns, battery }} />}
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
