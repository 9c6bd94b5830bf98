import { whole } from '../../core/figures.js';
import { figuresOf, mentionShare, share } from '../../core/table/share.js';
import type { Table } from '../../core/table/tabulate.js';
import { percent } from './format.js';
import { Heading } from './Heading.js';
import css from './table.module.css';

/** A hatched bar, as long as the share of the longest. */
function Bar({ value, most }: { value: number; most: number }) {
  const width = most > 0 ? (100 * value) / most : 0;
  return (
    <svg aria-hidden="true">
      <rect
        x="0.5"
        y="1.5"
        width={`${width * 0.99}%`}
        height="16"
        fill="url(#pen-spark)"
        stroke={width > 0 ? 'var(--pen)' : 'none'}
      />
    </svg>
  );
}

/**
 * A frequency table. A multiple-response question has two pairs of columns, respondents and mentions, each over its
 * own total; no column mixes the two.
 */
export function FrequencyTable({ table, title }: { table: Table; title: string }) {
  const { rows, weighted } = table;
  const figures = figuresOf(table);
  const { mentions } = figures;
  const most = Math.max(0, ...rows.categories.map((_, i) => share(table, 'total', i, null) ?? 0));
  const ordered = !mentions && (rows.variable.level === 'ordered' || rows.variable.level === 'number');
  let running = 0;
  return (
    <div className={css['scroll']} tabIndex={0} role="region" aria-label={`Table: ${title}`}>
      <table className={css['table']}>
        <caption className="sr-only">{title}</caption>
        <thead>
          <tr>
            <th scope="col" className={`${css['name'] ?? ''} ${css['corner'] ?? ''}`}>
              {mentions ? 'Option' : 'Category'}
            </th>
            <th scope="col">Respondents</th>
            {weighted && <th scope="col">Weighted</th>}
            <th scope="col">{mentions ? '% of respondents' : '%'}</th>
            {ordered && <th scope="col">% so far</th>}
            {mentions && (
              <>
                <th scope="col">{weighted ? 'Weighted mentions' : 'Mentions'}</th>
                <th scope="col">% of mentions</th>
                {table.places && <th scope="col">Average place</th>}
              </>
            )}
            <th className={css['bar']} aria-hidden="true" />
          </tr>
        </thead>
        <tbody>
          {rows.categories.map((category, i) => {
            const part = share(table, 'total', i, null);
            running += figures.rowTotals[i] ?? 0;
            const mentioned = category.kind === 'option';
            return (
              <tr key={category.code}>
                <th scope="row" className={css['name']}>
                  <Heading side="rows" code={category.code} label={category.label} />
                </th>
                <td>{whole(table.rowTotals[i] ?? 0)}</td>
                {weighted && <td>{whole(figures.rowTotals[i] ?? 0)}</td>}
                <td>
                  <b>{percent(part)}</b>
                </td>
                {ordered && (
                  <td className={css['quiet']}>{percent(figures.base > 0 ? running / figures.base : null)}</td>
                )}
                {mentions && (
                  <>
                    <td>{mentioned ? whole(figures.rowTotals[i] ?? 0) : '·'}</td>
                    <td>{percent(mentionShare(table, i, null))}</td>
                    {table.places && (
                      <td>{Number.isFinite(table.places.all[i]) ? table.places.all[i]?.toFixed(2) : '·'}</td>
                    )}
                  </>
                )}
                <td className={css['bar']} aria-hidden="true">
                  <Bar value={part ?? 0} most={most} />
                </td>
              </tr>
            );
          })}
        </tbody>
        <tfoot>
          <tr className={css['foot']}>
            <th scope="row" className={css['name']}>
              {mentions ? 'All who answered' : 'Base'}
            </th>
            <td>{whole(table.base)}</td>
            {weighted && <td>{whole(weighted.sums.base)}</td>}
            <td>100.0</td>
            {ordered && <td />}
            {mentions && (
              <>
                <td>{whole(mentions.total)}</td>
                <td>100.0</td>
              </>
            )}
            {mentions && table.places && <td />}
            <td className={css['bar']} />
          </tr>
          {mentions && (
            <tr className={css['foot']}>
              <th scope="row" className={css['name']}>
                Mentions per respondent
              </th>
              <td />
              {weighted && <td />}
              <td />
              <td>{(mentions.total / figures.base).toFixed(2)}</td>
              <td />
              {table.places && <td />}
              <td className={css['bar']} />
            </tr>
          )}
        </tfoot>
      </table>
    </div>
  );
}
