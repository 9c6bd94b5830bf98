import { whole } from '../figures.js';
import { coefficient, sayP } from '../reading/words.js';
import {
  EMPTY_CELL,
  headOf,
  type LaidCell,
  type LaidFigure,
  type LaidOut,
  type LaidPart,
  lineHead,
} from '../view/laid-cell.js';
import { endsOf, sayEnds, sayFigure } from './say-ends.js';
import type { Direction, SweptLine, SweptMeasure } from './types.js';

const P = { unit: 'p', decimals: 3 } as const;
const COEFFICIENT = { unit: 'value', decimals: 2 } as const;

/** "V = .19 [.16, .21]"; empty where there is none. */
export function sayMeasure(measure: SweptMeasure | null): string {
  if (!measure) return '';
  const { symbol, value, lower, upper } = measure;
  const interval = lower === null || upper === null ? '' : ` [${coefficient(lower)}, ${coefficient(upper)}]`;
  return `${symbol} = ${coefficient(value)}${interval}`;
}

/** "p = .032", without the p. */
export const plainP = (p: number | null): string => (p === null ? '' : sayP(p).replace(/^p (= )?/, ''));

const figureCell = (text: string, figure: LaidFigure): LaidCell => ({ ...EMPTY_CELL, text, figure });

const pCell = (p: number | null): LaidCell => (p === null ? EMPTY_CELL : figureCell(plainP(p), { ...P, value: p }));

const partOf = (text: string, value: number, as: Omit<LaidFigure, 'value'>): LaidPart => ({
  text,
  figure: { ...as, value },
});

/** A measure with the ends of its interval, each a figure. */
function measureCell(measure: SweptMeasure | null): LaidCell {
  if (!measure) return EMPTY_CELL;
  const { symbol, value, lower, upper } = measure;
  const ends = lower === null || upper === null ? [] : [lower, upper];
  const figures = [value, ...ends].map((figure) => partOf(coefficient(figure), figure, COEFFICIENT));
  return { ...EMPTY_CELL, isText: true, text: sayMeasure(measure), parts: [{ text: symbol }, ...figures] };
}

/** Where a figure is highest and lowest. */
function directionCell(direction: Direction | null): LaidCell {
  const ends = direction && endsOf(direction);
  if (!direction || !ends) return EMPTY_CELL;
  const { of, unit, decimals } = direction;
  const as = { unit: unit === 'percent' ? unit : 'value', decimals } as const;
  const parts = [ends.high, ends.low].flatMap(({ label, value }) => [
    { text: label },
    partOf(sayFigure(direction, value), value, as),
  ]);
  return { ...EMPTY_CELL, isText: true, text: sayEnds(direction), parts: [{ text: of }, ...parts] };
}

interface Column {
  heading: string;
  /** Its cells are read as texts. */
  isText?: true;
  cell: (line: SweptLine) => LaidCell;
}

/** The columns behind the names of the tables; gamma where some line has one. */
const columnsOf = (isOrdered: boolean): Column[] => [
  { heading: 'n', cell: ({ n }) => figureCell(whole(n), { unit: 'count', decimals: 0, value: n }) },
  {
    heading: 'Test',
    isText: true,
    cell: ({ test, note }) => ({ ...EMPTY_CELL, isText: true, text: test?.text || test?.name || (note ?? '') }),
  },
  { heading: 'p', cell: ({ test }) => pCell(test?.p ?? null) },
  { heading: 'adjusted p', cell: ({ adjustedP }) => pCell(adjustedP) },
  { heading: 'Strength', isText: true, cell: ({ strength }) => measureCell(strength) },
  ...(isOrdered
    ? [{ heading: 'Gamma', isText: true as const, cell: ({ gamma }: SweptLine) => measureCell(gamma) }]
    : []),
  { heading: 'Direction', isText: true, cell: ({ direction }) => directionCell(direction) },
];

/**
 * A sweep laid out as it is read, for a document or a spreadsheet: a line for each table.
 * @param notes what stands under it, a text and a number a line
 */
export function sweptLaidOut(title: string, lines: readonly SweptLine[], notes: LaidOut['notes'] = []): LaidOut {
  const isSeveral = new Set(lines.map(({ by }) => by.join())).size > 1;
  const columns = columnsOf(lines.some(({ gamma }) => gamma !== null));
  return {
    title,
    head: [
      [
        headOf('Variable'),
        ...(isSeveral ? [{ ...headOf('By'), isText: true as const }] : []),
        ...columns.map(({ heading, isText }) => ({ ...headOf(heading), isText })),
      ],
    ],
    body: lines.map((line) => [
      { ...lineHead(line.title), ranks: true },
      ...(isSeveral ? [lineHead(line.byTitle)] : []),
      ...columns.map(({ cell }) => cell(line)),
    ]),
    notes,
  };
}
