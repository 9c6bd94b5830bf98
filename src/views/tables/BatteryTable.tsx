import type { Shown } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { choicesOf, figuresChosen } from '../../core/view/figures-shown.js';
import { placesIn } from '../../core/view/shared-leaves.js';
import type { BlockView, Leaf, TableView } from '../../core/view/types.js';
import { peekAt } from '../peek/Peek.js';
import { lineText } from './BlockCell.js';
import { type CellAt, cellMark, useCellEvents } from './cells.js';
import type { BlockAt } from './CrossTable.js';
import { type FigureLine, figureLines } from './figure-lines.js';
import { number } from '../../core/view/figure-text.js';
import { SmallMark } from './SmallMark.js';
import { sortedBy } from './sort-columns.js';
import { SortMark } from './SortMark.js';
import css from './table.module.css';

interface Props {
  /** Items down, their answers across. */
  view: TableView;
  shown: Shown;
  show: (shown: Shown) => void;
  /** Chooses the item that is read. */
  read: ((at: BlockAt) => void) | undefined;
}

function AnswerCell({ at, text, open }: { at: CellAt; text: readonly string[]; open: CellAt | null }) {
  const [main, ...others] = text;
  return (
    <td {...cellMark(at, open)}>
      <span className={css['main']}>{main}</span>
      {others.map((line, k) => (
        <span key={k} className={css['n']}>
          {line || '\u00a0'}
        </span>
      ))}
    </td>
  );
}

/** What a column is headed: an answer, or what a scale comes to. A click sorts the items by it. */
function SortHeading({ leaf, shown, show }: { leaf: Leaf } & Pick<Props, 'shown' | 'show'>) {
  const isSorted = shown.sort === leaf.code;
  const order = shown.ascending === true ? 'ascending' : 'descending';
  return (
    <th scope="col" aria-sort={isSorted ? order : undefined}>
      <button
        type="button"
        className={css['sorting']}
        aria-pressed={isSorted}
        title={`${leaf.about ? `${leaf.about} ` : ''}Click to sort the items by it, the largest first`}
        onClick={() => show(sortedBy(shown, isSorted ? null : { nest: 0, code: leaf.code }))}
      >
        {leaf.label}
        {isSorted && <SortMark order={order} />}
      </button>
    </th>
  );
}

interface LineProps extends Pick<Props, 'shown'> {
  /** The cell that is open. */
  open: CellAt | null;
  item: Leaf;
  row: number;
  block: BlockView;
  lines: readonly FigureLine[];
  leaves: readonly Leaf[];
  /** Of each column, the line of it in the item's own frequency table; -1: none. */
  rows: readonly number[];
}

function ItemLine({ item, row, block, lines, leaves, rows, shown, open }: LineProps) {
  const at = item.at ?? 0;
  const text = (line: FigureLine, column: number) => lineText(line, row, column, shown);
  const share = byId(block.figures, 'column-percent');
  const [scaled] = share ? figureLines([share]) : [];
  const base = byId(block.figures, 'weighted-n') ?? byId(block.figures, 'n');
  return (
    <tr>
      <th scope="row" className={css['name']}>
        <span {...peekAt(Number(item.code))}>{item.label}</span>
      </th>
      <td className={css['all']}>
        {item.small === true && <SmallMark hidden={share?.cells[row]?.[1] === null} />}
        {number(Number(base?.cells[row]?.[0] ?? 0), 0)}
      </td>
      {leaves.map((leaf, k) => {
        const column = k + 1;
        if (leaf.is === 'scale')
          return (
            <td key={leaf.code} className={css['scaleCell']}>
              {scaled && text(scaled, column)}
            </td>
          );
        return (
          <AnswerCell
            key={`${leaf.is} ${leaf.code}`}
            at={{ item: at, nest: 0, row: rows[k] ?? -1, column: 0 }}
            text={lines.map((line) => text(line, column))}
            open={open}
          />
        );
      })}
    </tr>
  );
}

/** A battery: items down, their answers across, the base of each item in front, and what its scale comes to behind. */
export function BatteryTable({ view, shown, show, read }: Props) {
  const block = view.blocks[0]?.[0];
  const items = view.items[0]?.leaves ?? [];
  const [, ...leaves] = view.nests[0]?.leaves ?? [];
  const { events, at: open } = useCellEvents(read);
  if (!block) return null;
  const lines = figureLines(figuresChosen(block, choicesOf(shown)));
  const rowsOf = ({ at = 0 }: Leaf) => placesIn(view.frequencies?.items[at]?.leaves ?? [], leaves);
  return (
    <div className={css['scroll']} tabIndex={0} role="region" aria-label={`Table: ${view.title}`} {...events}>
      <table className={css['table']}>
        <caption className="sr-only">{view.title}</caption>
        <thead>
          <tr>
            <th scope="col" className={`${css['name'] ?? ''} ${css['corner'] ?? ''}`}>
              {lines.map(({ label }) => (
                <span key={label} className={css['line']}>
                  {label}
                </span>
              ))}
            </th>
            <th scope="col" className={css['all']}>
              Base
            </th>
            {leaves.map((leaf) => (
              <SortHeading key={`${leaf.is} ${leaf.code}`} leaf={leaf} shown={shown} show={show} />
            ))}
          </tr>
        </thead>
        <tbody>
          {items.map((item, row) => (
            <ItemLine key={item.code} {...{ item, row, block, lines, leaves, shown, open }} rows={rowsOf(item)} />
          ))}
        </tbody>
      </table>
    </div>
  );
}
