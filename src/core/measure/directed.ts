import type { Crosstab } from '../crosstab.js';
import { STEPS } from '../statistic/example-tables.js';
import { type Measure, measure } from '../statistic/statistic.js';
import type { WorkedExample } from '../statistic/worked-example.js';
import type { Direction } from './direction.js';
import type { MeasureResult } from './result.js';
import type { Absent } from '../infer/result.js';

/** What the records of a measure share in all directions. */
interface Shared<Stem extends string, Way extends Direction> extends Pick<Measure, 'symbol' | 'levels' | 'range'> {
  stem: Stem;
  blind?: true;
  /** The name, and what of it says which side is predicted. */
  name: string;
  predicts: 'predicting' | 'of';
  compute: (table: Crosstab, direction: Way, confidence: number) => MeasureResult | Absent;
  workedExample: (table: Crosstab, direction: Way) => WorkedExample;
}

/** The words that say what is predicted, by the titles of the variables. */
const SAYS: Record<Direction, (predicts: string, rows: string, columns: string) => string> = {
  columns: (predicts, _rows, columns) => `${predicts} ${columns}`,
  rows: (predicts, rows) => `${predicts} ${rows}`,
  symmetric: () => 'both ways',
};

/**
 * Makes the records of a measure that predicts the rows, the columns, or each from the other.
 * @example
 * directed({ stem: 'lambda', name: 'Lambda', predicts: 'predicting' })('columns', 'Share of wrong guesses.', 0.25).id;
 * // 'lambda:columns'
 */
export const directed =
  <const Stem extends string, Way extends Direction>(shared: Shared<Stem, Way>) =>
  <const W extends Way>(direction: W, about: string, value: number) => {
    const { stem, name, predicts, symbol, levels, range, blind, compute, workedExample } = shared;
    const nameWith = (rows: string, columns: string) => `${name}, ${SAYS[direction](predicts, rows, columns)}`;
    return measure({
      id: `${stem}:${direction}`,
      of: 'table',
      name: nameWith('rows', 'columns'),
      ...(direction !== 'symmetric' && { nameWith }),
      symbol,
      about,
      levels,
      shape: 'any',
      range,
      atIndependence: 0,
      ...(blind && { blind }),
      compute: ({ table, confidence }) => compute(table, direction, confidence),
      workedExample: ({ table }) => workedExample(table, direction),
      example: { request: { counts: STEPS }, value },
    });
  };
