import { memo, type Ref } from 'react';
import type { Shown } from '../../api/types.js';
import { capital } from '../../core/reading/words.js';
import { footValues } from '../../core/view/shared-lines.js';
import type { NestView } from '../../core/view/types.js';
import { peekAt } from '../peek/Peek.js';
import { BlockCell, lineText } from './BlockCell.js';
import type { BodyLine } from './body-lines.js';
import { type CellAt, cellMark } from './cells.js';
import { footText } from './format.js';
import { LeafHeading } from './LeafHeading.js';
import { SmallMark } from './SmallMark.js';
import css from './table.module.css';

interface Props {
  line: BodyLine;
  nests: readonly NestView[];
  shown: Shown;
  /** The cell that is open, where it is in this line. */
  open: CellAt | null;
  /** Which line of the body it is, where not all are drawn. */
  index?: number | undefined;
  measure?: Ref<HTMLTableRowElement> | undefined;
}

type Kind<Is extends BodyLine['is']> = Omit<Props, 'line' | 'index' | 'measure'> & {
  line: Extract<BodyLine, { is: Is }>;
};

const classes = (...names: (string | undefined)[]) => names.filter((name) => name !== undefined).join(' ');

function LeafCells({ line: { part, leaf, row }, nests, shown, open }: Kind<'leaf'>) {
  return (
    <>
      <th scope="row" className={css['name']}>
        <LeafHeading item={part.at} leaf={leaf} />
      </th>
      {part.shows.map((figures, nest) =>
        nests[nest]?.leaves.map(({ is, code }, column) => (
          <BlockCell
            key={`${nest} ${code}`}
            at={{ item: part.at, nest, row, column }}
            isTotal={is === 'total'}
            {...{ figures, shown, open }}
          />
        )),
      )}
    </>
  );
}

function NumberCells({ line: { part, label, first, figures }, nests, shown, open }: Kind<'number'>) {
  return (
    <>
      <th scope="row" className={classes(css['name'], css['figureName'])}>
        {label === 'n' ? label : capital(label)}
      </th>
      {figures.map((figure, nest) =>
        nests[nest]?.leaves.map(({ is, code }, column) => (
          <td
            key={`${nest} ${code}`}
            className={is === 'total' ? css['all'] : undefined}
            {...cellMark({ item: part.at, nest, row: 0, column }, open)}
          >
            {figure && <span className={first ? css['main'] : undefined}>{lineText(figure, 0, column, shown)}</span>}
          </td>
        )),
      )}
    </>
  );
}

/** What a scale comes to, or on how many figures stand. */
function FootCells({ line: { part, foot }, nests, shown }: Kind<'foot'>) {
  const { id, label, about } = foot;
  return (
    <>
      <th scope="row" className={css['name']} title={about ?? undefined}>
        {label}
      </th>
      {part.blocks.map((block, k) => {
        const values = footValues(block, id);
        return nests[k]?.leaves.map(({ is, code }, j) => (
          <td key={`${k} ${code}`} className={is === 'total' ? css['all'] : undefined}>
            {id === 'base' && block.small[j] === true && <SmallMark hidden={block.hidden?.[j] === true} />}
            {footText(foot, values[j] ?? null, shown)}
          </td>
        ));
      })}
    </>
  );
}

function ItemHeading({ line: { part }, nests }: Kind<'item'>) {
  const width = 1 + nests.reduce((sum, { leaves }) => sum + leaves.length, 0);
  return (
    <th scope="rowgroup" colSpan={width} className={css['item']}>
      <span {...peekAt(part.item.variable)}>{part.item.title}</span>
    </th>
  );
}

/** One line of the body of a cross table. */
export const TableLine = memo(function TableLine({ line, nests, shown, open, index, measure }: Props) {
  const place = index === undefined ? {} : { ref: measure, 'data-index': index, 'aria-rowindex': index + 1 };
  const rest = { nests, shown, open };
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
