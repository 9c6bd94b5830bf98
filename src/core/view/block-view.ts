import { total } from '../numerics/total.js';
import type { CellAssessment } from '../assess/types.js';
import type { Letters } from '../reading/letters.js';
import { SMALL_BASE } from '../reading/cross/trust.js';
import { asShown, inTable, type Mark } from '../reading/marks.js';
import { arrange } from '../table/order.js';
import { scalePlacesOf } from '../table/scale-order.js';
import { effectiveBase, figuresOf, mentionShare, type Percent, share } from '../table/share.js';
import type { SilentTotals, Table, Totals } from '../table/table.js';
import { cellsOf, columnsOf, comparedFigures } from './compared-figures.js';
import { netTable } from '../table/net-table.js';
import { lazyFigure } from './lazy-figure.js';
import { figuresOfLines } from './net-rows.js';
import { numberFigures } from './number-figures.js';
import { askedCounts, askedLines } from './asked-lines.js';
import { scaleLines } from './scale-lines.js';
import type { BlockView, Figure, FigureId, Foot, Unit } from './types.js';

/** What is worked out of a table beside its counts; null where nothing can be compared. */
export interface Extras {
  /** How each cell departs from independence. */
  marks: (Mark | null)[][] | null;
  /** Column proportions compared two by two. */
  letters: Letters | null;
  assessment: CellAssessment | null;
  /** The same of its nets, each a line that one is on or not. */
  nets?: Pick<Extras, 'marks' | 'letters'> | undefined;
  /** Of limits; .95 where it is not said. */
  confidence?: number | undefined;
}

export const CONFIDENCE = 0.95;

type Cell = number | string | null;

const named = (id: FigureId, label: string, unit: Unit, decimals: number, cells: () => Cell[][]): Figure =>
  lazyFigure({ id, label, unit, decimals }, cells);

const finite = (value: number | undefined): number | null =>
  value !== undefined && Number.isFinite(value) ? value : null;

/** Counts of respondents, of their weights, and of mentions. */
function countsOf(table: Table): Figure[] {
  const { columns, mentions, weighted, rows } = table;
  const of = (totals: Totals) =>
    cellsOf(table, (i, j) => (j === null ? totals.rowTotals[i] : totals.cells[i]?.[j]) ?? 0);
  const sums = figuresOf(table);
  const mentioned = () =>
    of(sums).map((line, i) => (rows.categories[i]?.kind === 'option' ? line : line.map(() => null)));
  return [
    named('n', mentions || !columns ? 'respondents' : 'n', 'count', 0, () => of(table)),
    ...(weighted ? [named('weighted-n', 'weighted n', 'count', 0, () => of(weighted.sums))] : []),
    ...(mentions ? [named('mentions', weighted ? 'weighted mentions' : 'mentions', 'count', 0, mentioned)] : []),
  ];
}

/** Percentages, each with what it is of. */
function percentagesOf(table: Table): Figure[] {
  const { columns, mentions } = table;
  const ofAsked = () => {
    const asked = askedCounts(table) ?? [];
    const { cells, rowTotals } = figuresOf(table);
    return cellsOf(table, (i, j) => {
      const of = asked[j === null ? 0 : j + 1] ?? 0;
      return of > 0 ? (100 * ((j === null ? rowTotals[i] : cells[i]?.[j]) ?? 0)) / of : null;
    });
  };
  const of = (percent: Percent) => () =>
    cellsOf(table, (i, j) => {
      const part = percent === 'mentions' ? mentionShare(table, i, j) : share(table, percent, i, j);
      return part === null ? null : 100 * part;
    });
  const percent = (id: FigureId, label: string, cells: () => Cell[][]) => named(id, label, 'percent', 1, cells);
  return [
    percent('column-percent', mentions ? '% of respondents' : columns ? 'column %' : '%', of('column')),
    ...(columns ? [percent('row-percent', 'row %', of('row')), percent('total-percent', 'total %', of('total'))] : []),
    ...(table.silent && !table.numbers ? [percent('all-percent', '% of all', ofAsked)] : []),
    ...(mentions ? [percent('mentions-percent', '% of mentions', of('mentions'))] : []),
  ];
}

/** At which place options are mentioned. */
function placesOf(table: Table): Figure[] {
  const { places } = table;
  if (!places) return [];
  const cells = () => cellsOf(table, (i, j) => finite(j === null ? places.all[i] : places.cells[i]?.[j]));
  return [named('average-place', 'average place of mention', 'place', 2, cells)];
}

/** Pearson residuals and contributions, from scale order into the table's own. */
function residualsOf(table: Table, { cells, dropped }: CellAssessment): Figure[] {
  if (!cells) return [];
  const of = (figure: readonly (readonly number[])[]) => () => {
    const places = scalePlacesOf(table);
    const scaled = arrange(table, places);
    return asShown(
      inTable(scaled, dropped, (i, j) => figure[i]?.[j] ?? null),
      places,
    ).map((line) => [null, ...line]);
  };
  return [
    named('residual', 'residual', 'residual', 2, of(cells.pearsonResidual)),
    named('contribution', 'contribution to χ²', 'residual', 2, of(cells.contribution)),
  ];
}

/** The columns above which each stands. */
function lettersIn({ letters }: Pick<Extras, 'letters'>): Figure[] {
  if (!letters) return [];
  const cells = () => letters.above.map((line) => [null, ...line]);
  return [named('letters', 'higher than', 'text', 0, cells)];
}

/** What cells say beside their counts: what independence gives, and how far they are from it. */
function testedOf(table: Table, { marks, assessment, letters }: Extras): Figure[] {
  const of = (take: (mark: Mark) => number) => () =>
    (marks ?? []).map((row) => [null, ...row.map((mark) => mark && take(mark))]);
  return [
    ...(marks
      ? [
          named(
            'expected',
            'expected',
            'expected',
            1,
            of(({ expected }) => expected),
          ),
        ]
      : []),
    ...(marks && assessment ? residualsOf(table, assessment) : []),
    ...(marks
      ? [
          named(
            'adjusted-residual',
            'adjusted residual',
            'residual',
            1,
            of(({ residual }) => residual),
          ),
          named(
            'adjusted-p',
            'adjusted p',
            'p',
            3,
            of(({ p }) => p),
          ),
        ]
      : []),
    ...lettersIn({ letters }),
  ];
}

/** How many are off the scale and not in the base, on one line. */
function asideOf({ silent = [], columns }: Table): { label: string; values: number[] }[] {
  const aside = silent.filter(({ why }) => why === 'off-scale');
  if (aside.length === 0) return [];
  const sum = (of: (line: SilentTotals) => number) => total(aside.map(({ respondents }) => of(respondents)));
  return [
    {
      label: `Off the scale: ${aside.map(({ label }) => label).join(', ')}`,
      values: [
        sum((line) => line.total),
        ...(columns?.categories ?? []).map((_, j) => sum(({ cells }) => cells[j] ?? 0)),
      ],
    },
  ];
}

/** The lines under a table: respondents first, then what they count as. */
function feetOf(table: Table): Foot[] {
  const { weighted, mentions: isMultiple } = table;
  const figures = figuresOf(table);
  const { mentions } = figures;
  const byColumn = <T>(of: (j: number | null) => T) => columnsOf(table).map(of);
  const based = (totals: Totals) => byColumn((j) => (j === null ? totals.base : (totals.columnBases[j] ?? 0)));
  const mentioned = (j: number | null) => (j === null ? mentions?.total : mentions?.columns[j]) ?? 0;
  const foot = (id: Foot['id'], label: string, values: Foot['values'], decimals = 0, about: string | null = null) => ({
    id,
    label,
    about,
    decimals,
    unit: 'count' as const,
    values,
  });
  return [
    foot('base', `${isMultiple ? 'All who answered' : 'Base'}${weighted ? ', unweighted' : ''}`, based(table)),
    ...asideOf(table).map(({ label, values }) => foot('aside', label, values)),
    ...(weighted
      ? [
          foot('weighted-base', 'Weighted base', based(weighted.sums)),
          foot(
            'effective-base',
            'Effective base',
            byColumn((j) => effectiveBase(table, j)),
            0,
            'How many respondents who all count alike would tell as much: W²/Σw² (Kish).',
          ),
        ]
      : []),
    ...(mentions
      ? [
          foot('mentions', weighted ? 'Weighted mentions' : 'Mentions', byColumn(mentioned)),
          foot(
            'mentions-per-respondent',
            'Mentions per respondent',
            byColumn((j) => finite(mentioned(j) / ((j === null ? figures.base : figures.columnBases[j]) ?? 0))),
            2,
          ),
        ]
      : []),
  ];
}

/** What is shown of each row. */
const figuresOfRows = (table: Table, extras: Extras): Figure[] => [
  ...countsOf(table),
  ...percentagesOf(table),
  ...comparedFigures(table, extras.confidence ?? CONFIDENCE),
  ...placesOf(table),
  ...testedOf(table, extras),
];

/** What is shown of each net. */
function figuresOfNets(table: Table, { nets, confidence }: Extras): Figure[] {
  if (!table.nets) return [];
  const { marks = null, letters = null } = nets ?? {};
  return figuresOfRows(netTable(table), { marks, letters, assessment: null, confidence });
}

/** All that is shown of a table; its lines and columns are those of the table, in its order, the total first. */
export function blockView(title: string, table: Table, extras: Extras): BlockView {
  const bases = columnsOf(table).map((j) => (j === null ? table.base : (table.columnBases[j] ?? 0)));
  const effective = columnsOf(table).map((j) => effectiveBase(table, j));
  return {
    title,
    figures: table.numbers
      ? [
          ...countsOf(table),
          ...numberFigures(table, table.numbers, extras.confidence ?? CONFIDENCE),
          ...lettersIn(extras),
        ]
      : figuresOfLines(table, figuresOfRows(table, extras), figuresOfNets(table, extras)),
    feet: feetOf(table),
    scale: scaleLines(table),
    asked: askedLines(table),
    base: table.base,
    bases,
    effective,
    small: effective.map((base) => base < SMALL_BASE),
    letters: [null, ...(extras.letters?.columns ?? bases.slice(1).map(() => null))],
    weightedBy: table.weighted?.by ?? null,
    total: table.total,
    leftOut: table.leftOut ?? [],
  };
}
