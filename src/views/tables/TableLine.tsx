import { memo, type ReactNode, type Ref } from 'react';
import type { Shown } from '../../api/types.js';
import { capital } from '../../core/reading/words.js';
import { footValues } from '../../core/view/shared-lines.js';
import { peekAt } from '../peek/Peek.js';
import { BlockCell, lineText } from './BlockCell.js';
import type { BodyLine } from './body-lines.js';
import { type CellAt, cellMark } from './cells.js';
import type { DrawnColumn, DrawnColumns } from './drawn-columns.js';
import { figureText, footText } from '../../core/view/figure-text.js';
import { LeafHeading } from './LeafHeading.js';
import { SmallMark } from './SmallMark.js';
import css from './table.module.css';

interface Props {
  line: BodyLine;
  drawn: DrawnColumns;
  shown: Shown;
  /** The cell that is open, where it is in this line. */
  open: CellAt | null;
  /** Which line of the body it is. */
  index?: number | undefined;
  /** Where not all are drawn. */
  measure?: Ref<HTMLTableRowElement> | undefined;
}

type Kind<Is extends BodyLine['is']> = Omit<Props, 'line' | 'index' | 'measure'> & {
  line: Extract<BodyLine, { is: Is }>;
};

const classes = (...names: (string | undefined)[]) => names.filter((name) => name !== undefined).join(' ');

/** As wide as columns that are not drawn. */
const gapOf = (key: string, columns: number) =>
  columns > 0 && <td key={key} colSpan={columns} className={css['gap']} aria-hidden="true" />;

const eachColumn = ({ columns, after }: DrawnColumns, cell: (column: DrawnColumn) => ReactNode): ReactNode[] => [
  ...columns.flatMap((column) => [gapOf(`before ${column.key}`, column.gap), cell(column)]),
  gapOf('after', after),
];

function LeafCells({ line: { part, leaf, row }, drawn, shown, open }: Kind<'leaf'>) {
  return (
    <>
      <th scope="row" className={css['name']}>
        <LeafHeading item={part.at} leaf={leaf} />
      </th>
      {eachColumn(drawn, ({ nest, column, place, key, isTotal }) => {
        const figures = part.shows[nest];
        const at = { item: part.at, nest, row, column };
        return figures && <BlockCell key={key} {...{ at, place, figures, isTotal, shown, open }} />;
      })}
    </>
  );
}

function NumberCells({ line: { part, label, first, figures }, drawn, shown, open }: Kind<'number'>) {
  return (
    <>
      <th scope="row" className={classes(css['name'], css['figureName'])}>
        {label === 'n' ? label : capital(label)}
      </th>
      {eachColumn(drawn, ({ nest, column, key, isTotal }) => {
        const figure = figures[nest];
        const mark = cellMark({ item: part.at, nest, row: 0, column }, open);
        return (
          <td key={key} className={isTotal ? css['all'] : undefined} {...mark}>
            {figure && <span className={first ? css['main'] : undefined}>{lineText(figure, 0, column, shown)}</span>}
          </td>
        );
      })}
    </>
  );
}

/** What a scale comes to, or on how many figures stand. */
function FootCells({ line: { part, foot }, drawn, shown }: Kind<'foot'>) {
  const { id, label, about } = foot;
  const values = part.blocks.map((block) => footValues(block, id));
  return (
    <>
      <th scope="row" className={css['name']} title={about ?? undefined}>
        {label}
      </th>
      {eachColumn(drawn, ({ nest, column, key, isTotal }) => {
        const block = part.blocks[nest];
        return (
          <td key={key} className={isTotal ? css['all'] : undefined}>
            {block && id === 'base' && block.small[column] === true && (
              <SmallMark hidden={block.hidden?.[column] === true} />
            )}
            {footText(foot, values[nest]?.[column] ?? null, shown)}
          </td>
        );
      })}
    </>
  );
}

/** Who was asked: the figures of the cells, as far as those have them who gave no answer. */
function AskedCells({ line: { part, label, line }, drawn, shown }: Kind<'asked'>) {
  return (
    <>
      <th scope="row" className={css['name']}>
        {label}
      </th>
      {eachColumn(drawn, ({ nest, column, key, isTotal }) => {
        const values = part.blocks[nest]?.asked[line]?.values ?? {};
        const own = (part.shows[nest]?.lines ?? []).filter(({ figure }) => values[figure.id]);
        return (
          <td key={key} className={isTotal ? css['all'] : undefined}>
            {own.map(({ figure, label: name }) => (
              <span key={figure.id} className={css['n']} title={name}>
                {figureText(figure, values[figure.id]?.[column] ?? null, shown)}
              </span>
            ))}
          </td>
        );
      })}
    </>
  );
}

function ItemHeading({ line: { part }, drawn }: Kind<'item'>) {
  const width = drawn.columns.reduce((sum, { gap }) => sum + gap + 1, 1 + drawn.after);
  return (
    <th scope="rowgroup" colSpan={width} className={css['item']}>
      <span {...peekAt(part.item.variable)}>{part.item.title}</span>
    </th>
  );
}

/** One line of the body of a cross table. */
export const TableLine = memo(function TableLine({ line, drawn, shown, open, index, measure }: Props) {
  const place = { 'data-index': index, ...(measure ? { ref: measure, 'aria-rowindex': (index ?? 0) + 1 } : {}) };
  const rest = { drawn, shown, open };
  if (line.is === 'item')
    return (
      <tr {...place}>
        <ItemHeading line={line} {...rest} />
      </tr>
    );
  if (line.is === 'foot')
    return (
      <tr {...place} className={classes(css['foot'], line.foot.unit === 'count' ? undefined : css['ofScale'])}>
        <FootCells line={line} {...rest} />
      </tr>
    );
  if (line.is === 'asked')
    return (
      <tr {...place} className={classes(css['foot'], css['ofScale'])}>
        <AskedCells line={line} {...rest} />
      </tr>
    );
  if (line.is === 'number')
    return (
      <tr {...place}>
        <NumberCells line={line} {...rest} />
      </tr>
    );
  return (
    <tr {...place} data-kind={line.leaf.is} data-depth={line.leaf.depth}>
      <LeafCells line={line} {...rest} />
    </tr>
  );
});
