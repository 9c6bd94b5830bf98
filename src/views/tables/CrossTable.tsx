import { whole } from '../../core/figures.js';
import type { Shown } from '../../api/types.js';
import { titleOf } from '../../core/codebook/types.js';
import type { Letters } from '../../core/reading/letters.js';
import { sayP } from '../../core/reading/words.js';
import type { Mark } from '../../core/reading/marks.js';
import { effectiveBase, figuresOf, share } from '../../core/table/share.js';
import type { Table } from '../../core/table/tabulate.js';
import { percent } from './format.js';
import { Heading } from './Heading.js';
import css from './table.module.css';
import { peekAt } from '../peek/Peek.js';

export type Ink = 'more1' | 'more2' | 'fewer1' | 'fewer2';

/** How a cell is hatched: rising for more than independence gives, falling for fewer; dense where p < .001. */
export function inkOf(residual: number, adjustedP: number): Ink | null {
  if (adjustedP >= 0.05) return null;
  const dense = adjustedP < 0.001;
  if (residual > 0) return dense ? 'more2' : 'more1';
  return dense ? 'fewer2' : 'fewer1';
}

export const INK_WORDS: Record<Ink, string> = {
  more2: 'far more than independence gives',
  more1: 'more than independence gives',
  fewer1: 'fewer than independence gives',
  fewer2: 'far fewer than independence gives',
};

const PERCENT_WORDS = { column: 'column %', row: 'row %', total: 'total %', mentions: '% of mentions' } as const;

const signed = (value: number) => `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(1)}`;

interface FootLine {
  name: string;
  all: number;
  each: readonly number[];
  about?: string | undefined;
  /** After the point; none where it is a count. */
  digits?: number | undefined;
}

const said = (value: number, digits: number | undefined) =>
  digits === undefined ? whole(value) : Number.isFinite(value) ? value.toFixed(digits) : '';

/** The bases under a table: respondents first, then what they count as. */
function footOf(table: Table): FootLine[] {
  const { weighted, columnBases } = table;
  const figures = figuresOf(table);
  const { mentions } = figures;
  return [
    {
      name: `${mentions ? 'Respondents who answered' : 'Base'}${weighted ? ', unweighted' : ''}`,
      all: table.base,
      each: columnBases,
    },
    ...(weighted
      ? [
          { name: 'Weighted base', all: weighted.sums.base, each: weighted.sums.columnBases },
          {
            name: 'Effective base',
            all: effectiveBase(table),
            each: columnBases.map((_, j) => effectiveBase(table, j)),
            about: 'How many respondents who all count alike would tell as much: W²/Σw² (Kish).',
          },
        ]
      : []),
    ...(mentions
      ? [
          { name: weighted ? 'Weighted mentions' : 'Mentions', all: mentions.total, each: mentions.columns },
          {
            name: 'Mentions per respondent',
            all: mentions.total / figures.base,
            each: mentions.columns.map((mentioned, j) => mentioned / (figures.columnBases[j] ?? 0)),
            digits: 2,
          },
        ]
      : []),
  ];
}

interface Props {
  table: Table;
  /** How each cell departs from independence. */
  marks: (Mark | null)[][] | null;
  letters: Letters | null;
  shown: Shown;
  title: string;
}

/** A cross table: groups across, answers down, the base of each percentage named. */
export function CrossTable({ table, marks, letters: compared, shown, title }: Props) {
  const { columns, rows, mentions, weighted } = table;
  const figures = figuresOf(table);
  if (!columns) return null;
  // Letters compare column shares, so they stand under those only.
  const letters = shown.letters === undefined || shown.percent !== 'column' ? null : compared;
  const { places } = table;
  // Of slots in order, at which place an option is mentioned; else a percentage.
  const main = (i: number, j: number | null) => {
    if (!places) return percent(share(table, shown.percent, i, j));
    const place = (j === null ? places.all[i] : places.cells[i]?.[j]) ?? NaN;
    return Number.isFinite(place) ? place.toFixed(2) : '';
  };
  const what = places
    ? 'average place'
    : mentions && shown.percent === 'column'
      ? '% of respondents'
      : PERCENT_WORDS[shown.percent];
  return (
    <div className={css['scroll']} tabIndex={0} role="region" aria-label={`Table: ${title}`}>
      <table className={css['table']}>
        <caption className="sr-only">{title}</caption>
        <thead>
          <tr>
            <th scope="col" className={`${css['name'] ?? ''} ${css['corner'] ?? ''}`}>
              {what}
              {shown.counts && (
                <>
                  <br />
                  {weighted ? 'weighted n' : 'n'}
                </>
              )}
            </th>
            <th scope="col" className={css['all']}>
              All
            </th>
            {columns.categories.map(({ code, label }, j) => (
              <th scope="col" key={code}>
                <Heading side="by" code={code} label={label} />
                {letters?.columns[j] && <span className={css['letter']}> {letters.columns[j]}</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.categories.map((category, i) => (
            <tr key={category.code}>
              <th scope="row" className={css['name']}>
                <Heading side="rows" code={category.code} label={category.label} />
              </th>
              <td className={css['all']}>
                <span className={css['main']}>{main(i, null)}</span>
                {shown.counts && <span className={css['n']}>{whole(figures.rowTotals[i] ?? 0)}</span>}
              </td>
              {columns.categories.map(({ code }, j) => {
                const cell = marks?.[i]?.[j] ?? null;
                const ink = cell && shown.hatch ? inkOf(cell.residual, cell.p) : null;
                return (
                  <td key={code} title={ink ? INK_WORDS[ink] : undefined}>
                    <span className={css['cell']}>
                      <span className={`${css['ink'] ?? ''} ${ink ? (css[ink] ?? '') : ''}`}>
                        {ink && <span className="sr-only">{INK_WORDS[ink]}</span>}
                      </span>
                      <span>
                        <span className={css['main']}>{main(i, j)}</span>
                        {shown.counts && <span className={css['n']}>{whole(figures.cells[i]?.[j] ?? 0)}</span>}
                        {letters?.above[i]?.[j] && (
                          <span className={css['letter']} title={`Higher than in ${letters.above[i][j]}`}>
                            <span className="sr-only">higher than in </span>
                            {letters.above[i][j]}
                          </span>
                        )}
                        {shown.expected && cell && <span className={css['n']}>exp {cell.expected.toFixed(1)}</span>}
                        {shown.residuals && cell && (
                          <span className={css['n']}>
                            res {signed(cell.residual)}
                            <br />
                            {sayP(cell.p)}
                          </span>
                        )}
                      </span>
                    </span>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
        <tfoot>
          {footOf(table).map(({ name, all, each, about, digits }) => (
            <tr key={name} className={css['foot']}>
              <th scope="row" className={css['name']} title={about}>
                {name}
              </th>
              <td className={css['all']}>{said(all, digits)}</td>
              {columns.categories.map(({ code }, j) => (
                <td key={code}>{said(each[j] ?? 0, digits)}</td>
              ))}
            </tr>
          ))}
        </tfoot>
      </table>
      {letters && (
        <p className={css['letterNote']}>
          A letter under a figure names a column whose share of that row is lower, by more than chance: columns compared
          two by two, p adjusted over all pairs in the row.
        </p>
      )}
      <span className="sr-only">
        <span {...peekAt(rows.variable.id)}>{titleOf(rows.variable)}</span> goes down,{' '}
        <span {...peekAt(columns.variable.id)}>{titleOf(columns.variable)}</span> goes across.
      </span>
    </div>
  );
}
