import { Fragment } from 'react';
import type { Shown } from '../../../api/types.js';
import { put } from '../../../core/summary/forms.js';
import { summaryHeadings } from '../../../core/summary/summary-headings.js';
import { figureText } from '../../../core/view/figure-text.js';
import { headerRows } from '../../../core/view/header-rows.js';
import { statisticCell } from '../../../core/view/summary-laid.js';
import type { Part, Summary, SummaryLine, TableView } from '../../../core/view/types.js';
import { Heading } from '../Heading.js';
import { LeafHeading } from '../LeafHeading.js';
import type { BlockAt } from '../CrossTable.js';
import { SmallMark } from '../SmallMark.js';
import { SummaryItem } from './SummaryItem.js';
import table from '../table.module.css';
import css from './summary.module.css';

interface Props {
  view: TableView;
  summary: Summary;
  shown: Shown;
  /** Chooses the variable that is read. */
  read: ((at: BlockAt) => void) | undefined;
}

/** The figures of a cell put together; several that stand on one line break between them alone. */
function CellFigures({ between, parts, shown }: { between: readonly string[]; parts: readonly Part[]; shown: Shown }) {
  if (parts.every(({ value }) => value === null)) return null;
  const text = put(
    between,
    parts.map((part) => figureText(part, part.value, shown)),
  );
  return text.split('; ').map((figures, k, all) => (
    <Fragment key={k}>
      <span className={css['figures']}>{k < all.length - 1 ? `${figures};` : figures}</span>{' '}
    </Fragment>
  ));
}

function HeadLines({ view, summary }: Pick<Props, 'view' | 'summary'>) {
  const levels = headerRows(view.nests);
  const headings = summaryHeadings(summary.adjusted);
  return (
    <thead>
      {levels.map((cells, level) => (
        <tr key={level}>
          {level === 0 && (
            <th scope="col" rowSpan={levels.length} className={`${table['name'] ?? ''} ${table['corner'] ?? ''}`}>
              Variable
            </th>
          )}
          {cells.map(({ label, first, columns, rows, leaf, nest, step }) => (
            <th
              key={first}
              scope={leaf ? 'col' : 'colgroup'}
              colSpan={columns}
              rowSpan={rows}
              className={leaf?.is === 'total' ? table['all'] : leaf ? undefined : table['over']}
            >
              {step ? (
                <Heading place={{ side: 'by', nest, level: step.level }} code={step.code} label={label} />
              ) : (
                label || 'All'
              )}
            </th>
          ))}
          {level === 0 &&
            summary.columns.map((column) => (
              <th key={column} scope="col" rowSpan={levels.length} className={css['statistic']}>
                {headings[column]}
              </th>
            ))}
        </tr>
      ))}
    </thead>
  );
}

function Line({ line, view, summary, shown, read }: Props & { line: SummaryLine }) {
  const { is, item: at, label, form, depth, cells } = line;
  const columns = view.nests.reduce((sum, { leaves }) => sum + leaves.length, 0);
  const item = at === null ? undefined : view.items[at];
  const block = at === null ? undefined : view.blocks[at]?.[0];
  const leaf = is === 'category' ? item?.leaves[line.row ?? -1] : undefined;
  const statistic = is === 'variable' && at !== null ? summary.statistics[at] : undefined;
  const how = { shown, write: figureText };
  return (
    <tr data-is={is} data-depth={depth}>
      <th scope="row" className={table['name']}>
        <div className={css['named']}>
          {is === 'variable' && item && block && at !== null ? (
            <SummaryItem {...{ item, block, at, label }} read={read && (() => read({ item: at, nest: 0 }))} />
          ) : leaf && at !== null ? (
            <LeafHeading item={at} leaf={leaf} />
          ) : (
            label
          )}
          {form !== '' && <span className={css['form']}>{form}</span>}
        </div>
      </th>
      {Array.from({ length: columns }, (_, k) => (
        <td key={k} className={k === 0 ? table['all'] : undefined}>
          {is === 'everyone' && summary.base.small[k] === true && (
            <SmallMark hidden={summary.base.hidden?.[k] === true} />
          )}
          {cells[k] && <CellFigures between={line.between} parts={cells[k]} shown={shown} />}
        </td>
      ))}
      {summary.columns.map((column) => (
        <td key={column} className={css['statistic']} title={statistic?.test?.name}>
          {statistic && statisticCell(column, statistic, how).text}
        </td>
      ))}
    </tr>
  );
}

/** A summary: a line or some for each variable, its groups across, and behind them what is tested. */
export function SummaryTable(props: Props) {
  const { view, summary } = props;
  return (
    <>
      <div
        className={`${table['scroll'] ?? ''} ${table['tall'] ?? ''}`}
        tabIndex={0}
        role="region"
        aria-label={`Table: ${view.title}`}
      >
        <table className={`${table['table'] ?? ''} ${css['summary'] ?? ''}`}>
          <caption className="sr-only">{view.title}</caption>
          <HeadLines {...{ view, summary }} />
          <tbody>
            {summary.lines.map((line, k) => (
              <Line key={k} line={line} {...props} />
            ))}
          </tbody>
        </table>
      </div>
      {summary.notes.map((note) => (
        <p key={note} className={table['letterNote']}>
          {note}
        </p>
      ))}
    </>
  );
}
