import type { Shown } from '../../api/types.js';
import { SORT_CHOICES, type SortChoice } from '../../core/table/figure-choice.js';
import type { TableView } from '../../core/view/types.js';
import { FIGURE_WORDS } from './figure-words.js';
import { isSortedBy, type SortColumn, sortColumns, sortedBy, sortFigures } from './sort-columns.js';
import css from './table.module.css';

interface Props {
  shown: Shown;
  setShown: (shown: Shown) => void;
  /** The rows are items, their answers go across. */
  battery: boolean;
  /** The tables on the screen. */
  views: readonly TableView[];
}

const ORDERS = [
  ['list', false, 'as listed'],
  ['list', true, 'as listed, other last'],
  ['frequency', false, 'most frequent first'],
  ['frequency', true, 'most frequent first, other last'],
] as const;

/** What rows are sorted by where nobody chose a figure. */
const USUAL: SortChoice = 'column-percent';

/** How the rows stand; ties stay in the order of the list. */
function RowsSelect({ shown, setShown, columns, views, battery }: Props & { columns: readonly SortColumn[] }) {
  const nests = views[0]?.nests ?? [];
  const orders = battery ? ORDERS.slice(0, 1) : ORDERS;
  const sorted = columns.findIndex((column) => isSortedBy(shown, column));
  const listed = ORDERS.findIndex(
    ([order, last]) => order === (shown.order ?? 'list') && last === (shown.last ?? false),
  );
  const choose = (chosen: number) => {
    const column = columns[chosen - ORDERS.length];
    if (column) {
      setShown(sortedBy(shown, column));
      return;
    }
    const [order, last] = ORDERS[chosen] ?? ORDERS[0];
    const isListed = order === 'list';
    setShown({ ...sortedBy(shown, null), order: isListed ? undefined : order, last: last || undefined });
  };
  return (
    <label className={css['order']}>
      {battery ? 'Items' : 'Rows'}
      <select
        value={sorted >= 0 ? ORDERS.length + sorted : listed}
        title={
          battery
            ? 'By what stands in a column; ties stay in the order of the sentence'
            : 'By respondents, which is by mentions too; ties stay in the order of the list'
        }
        onChange={({ target }) => choose(Number(target.value))}
      >
        {orders.map(([, , words], k) => (
          <option key={words} value={k}>
            {words}
          </option>
        ))}
        {nests.map(({ title }, nest) => {
          const own = columns.map((column, k) => ({ ...column, k })).filter((column) => column.nest === nest);
          const name = `By a column${nests.length > 1 ? ` of ${title}` : ''}`;
          return (
            own.length > 0 && (
              <optgroup key={nest} label={name}>
                {own.map(({ code, label, k }) => (
                  <option key={code} value={ORDERS.length + k}>
                    {label}
                  </option>
                ))}
              </optgroup>
            )
          );
        })}
      </select>
    </label>
  );
}

/** By which figure of a column rows are sorted; nothing where there is no choice. */
function FigureSelect({ shown, setShown, views }: Omit<Props, 'battery'>) {
  const figures = sortFigures(views, shown);
  // Of one column counts stand as their percentages do.
  const offered = figures.filter((choice) => choice !== 'count' || !figures.includes(USUAL));
  if (offered.length < 2) return null;
  return (
    <label className={css['order']}>
      by
      <select
        aria-label="Sorted by which figure"
        value={shown.sortFigure ?? USUAL}
        onChange={({ target }) => {
          const chosen = SORT_CHOICES.find((choice) => choice === target.value);
          setShown({ ...shown, sortFigure: chosen === USUAL ? undefined : chosen });
        }}
      >
        {offered.map((choice) => (
          <option key={choice} value={choice}>
            {FIGURE_WORDS[choice].name}
          </option>
        ))}
      </select>
    </label>
  );
}

/** How the rows stand; where they are sorted, by which figure, and whether the largest or the smallest stand first. */
export function OrderSelect(props: Props) {
  const { shown, setShown, battery, views } = props;
  const columns = sortColumns(views);
  const isSorted = columns.some((column) => isSortedBy(shown, column));
  return (
    <>
      <RowsSelect {...props} columns={columns} />
      {isSorted && !battery && <FigureSelect {...{ shown, setShown, views }} />}
      {isSorted && (
        <label className={css['order']}>
          <select
            aria-label="Which rows stand first"
            value={shown.ascending === true ? 'least' : 'most'}
            onChange={({ target }) => setShown({ ...shown, ascending: target.value === 'least' || undefined })}
          >
            <option value="most">largest first</option>
            <option value="least">smallest first</option>
          </select>
        </label>
      )}
    </>
  );
}
