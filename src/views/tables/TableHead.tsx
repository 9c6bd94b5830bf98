import { memo } from 'react';
import type { Shown } from '../../api/types.js';
import { choicesOf, figuresChosen } from '../../core/view/figures-shown.js';
import type { HeaderCell } from '../../core/view/header-rows.js';
import { letterOf } from '../../core/view/shared-lines.js';
import type { BlockView, ItemView, TableView } from '../../core/view/types.js';
import { drawnHeadings } from './drawn-headings.js';
import { figureLines } from './figure-lines.js';
import { Heading } from './Heading.js';
import { isSortedBy } from './sort-columns.js';
import { SortMark } from './SortMark.js';
import css from './table.module.css';

interface Props {
  view: TableView;
  shown: Shown;
  /** Columns carry letters. */
  lettered: boolean;
  /** Line by line. */
  headings: readonly (readonly HeaderCell[])[];
  /** Over which columns they are drawn, by their places from the left; null: over all. */
  columns: readonly number[] | null;
  /** How high each line is, where not all are drawn. */
  heights: readonly number[] | null;
}

/** What stands on each line of the cells of an item, from the top; of a number each line says so itself. */
function lineNames(item: ItemView, blocks: readonly BlockView[], shown: Shown): string[] {
  if (item.number) return [];
  const lines = blocks.flatMap((block) => figureLines(figuresChosen(block, choicesOf(shown, item))));
  return [...new Set(lines.map(({ label }) => label))];
}

/** What the figures of the cells are, over the lines. */
function Corner({ view: { items, blocks }, shown }: Pick<Props, 'view' | 'shown'>) {
  const names = items.map((item, at) => lineNames(item, blocks[at] ?? [], shown));
  const longest = Math.max(...names.map(({ length }) => length));
  if (longest === 0) return 'Figure';
  return Array.from({ length: longest }, (_, line) => {
    const here = new Set(names.flatMap((lines) => lines[line] ?? []));
    return (
      <span key={line} className={css['line']}>
        {[...here].join(' / ')}
      </span>
    );
  });
}

interface ColumnProps {
  cell: HeaderCell;
  letter: string | null;
  /** How the rows are sorted by it. */
  sorted: 'ascending' | 'descending' | undefined;
  /** Not all are drawn. */
  isWindow: boolean;
}

function ColumnHeading({ cell, letter, sorted, isWindow }: ColumnProps) {
  const { leaf, label, first, columns, rows, step, nest } = cell;
  const place = isWindow && leaf ? first : undefined;
  const spans = { colSpan: columns, rowSpan: rows, 'data-nest': nest, 'data-place': place };
  const heading = step ? (
    <Heading place={{ side: 'by', nest, level: step.level }} code={step.code} label={label} />
  ) : (
    label
  );
  if (!leaf) {
    return (
      <th scope="colgroup" className={css['over']} {...spans}>
        <span className={css['stays']}>{heading}</span>
      </th>
    );
  }
  if (leaf.is === 'total') {
    return (
      <th scope="col" className={css['all']} {...spans}>
        {label}
      </th>
    );
  }
  return (
    <th scope="col" aria-sort={sorted} {...spans}>
      {heading}
      {sorted && <SortMark order={sorted} />}
      {letter !== null && <span className={css['letter']}> {letter}</span>}
    </th>
  );
}

/** How rows are sorted by a column; undefined where they are not. */
const sortedAt = ({ leaf, nest }: HeaderCell, shown: Shown): ColumnProps['sorted'] => {
  if (!leaf || leaf.is === 'total' || !isSortedBy(shown, { nest, code: leaf.code })) return undefined;
  return shown.ascending === true ? 'ascending' : 'descending';
};

const columnOf = ({ nests }: TableView, { nest, leaf }: HeaderCell) =>
  nests[nest]?.leaves.findIndex(({ code }) => code === leaf?.code) ?? 0;

/** The headings of a cross table; they are not drawn anew while its lines are scrolled. */
export const TableHead = memo(function TableHead({ view, shown, lettered, headings, columns, heights }: Props) {
  return (
    <thead>
      {headings.map((cells, level) => (
        <tr key={level} style={heights ? { height: heights[level] } : undefined}>
          {level === 0 && (
            <th scope="col" rowSpan={headings.length} className={`${css['name'] ?? ''} ${css['corner'] ?? ''}`}>
              <Corner view={view} shown={shown} />
            </th>
          )}
          {drawnHeadings(cells, columns).map((drawn) => {
            if (drawn.is === 'gap') {
              const { first, columns: colSpan, rows: rowSpan } = drawn;
              return <td key={`free ${first}`} {...{ colSpan, rowSpan }} className={css['gap']} aria-hidden="true" />;
            }
            const { cell } = drawn;
            return (
              <ColumnHeading
                key={cell.leaf ? `${cell.nest} ${cell.leaf.code}` : `over ${cell.first}`}
                cell={cell}
                letter={lettered && cell.leaf ? letterOf(view, cell.nest, columnOf(view, cell)) : null}
                sorted={sortedAt(cell, shown)}
                isWindow={columns !== null}
              />
            );
          })}
        </tr>
      ))}
    </thead>
  );
});

/** Columns that keep their width while a long table is scrolled. */
export const Widths = memo(function Widths({ widths }: { widths: readonly number[] }) {
  return (
    <colgroup>
      {widths.map((width, k) => (
        <col key={k} style={{ width }} />
      ))}
    </colgroup>
  );
});
