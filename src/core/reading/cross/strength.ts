import { type MeasureId, measureOf, TABLE_MEASURES } from '../../statistic/registry.js';
import { suits } from '../../statistic/suits.js';
import type { MeasureResult } from '../../measure/result.js';
import { type Size, sizeVerdict } from '../size-words.js';
import { answer, type Answer, QUESTIONS, type ReadMeasure } from '../types.js';
import { and } from '../../words.js';
import { coefficient, percent, ratio, sayP, statistic } from '../words.js';
import { isSignificant, type Read, variablesOf } from './context.js';
import { directions, fourNames, sayGuess } from './direction.js';
import { type ShownMeasure, shownMeasure, shownW } from './shown-measure.js';

/** The measures that lead, the first of them in the verdict and the report sentence. */
export function leading(read: Read): MeasureId[] {
  const { rowsOrdered, columnsOrdered, twoByTwo, predicted } = read;
  if (twoByTwo) return ['phi', 'odds-ratio', 'risk-difference'];
  if (rowsOrdered && columnsOrdered) return ['kendall-tau-b', 'gamma', `somers-d:${predicted}`];
  if (rowsOrdered) return ['eta:rows', 'cramers-v'];
  if (columnsOrdered) return ['eta:columns', 'cramers-v'];
  return ['cramers-v', `lambda:${predicted}`];
}

/** Names with the variables' titles in place of rows and columns. */
function nameOf(id: MeasureId, read: Read): string {
  const { name, nameWith, shape } = measureOf(id);
  const ofFour = read.twoByTwo && shape === 'two-by-two' ? fourNames(read)[id] : undefined;
  return ofFour ?? nameWith?.(read.rowTitle, read.columnTitle) ?? name;
}

export function detailOf({ ase, z, p, adjusted }: MeasureResult): string | null {
  const parts = [
    ...(adjusted === undefined ? [] : [`adjusted ${coefficient(adjusted, 3)}`]),
    ...(ase === undefined ? [] : [`standard error ${coefficient(ase, 3)}`]),
    ...(z === undefined || p === undefined ? [] : [`z = ${statistic(z)}, ${sayP(p)}`]),
  ];
  return parts.length === 0 ? null : parts.join(', ');
}

/** "corrected for bias; uncorrected .23", and why there is no interval. */
export function noteOf({ uncorrected, note }: ShownMeasure): string | null {
  const corrected = uncorrected === null ? [] : [`corrected for bias; uncorrected ${coefficient(uncorrected)}`];
  const parts = [...corrected, ...(note === null ? [] : [note])];
  return parts.length === 0 ? null : parts.join('. ');
}

/** How a measure is drawn: its range, and its value and interval held inside it. */
export function lineOf(id: MeasureId, shown: ShownMeasure, lead: boolean, read: Read): ReadMeasure {
  const { about, range, atIndependence } = measureOf(id);
  const isRatio = atIndependence === 1;
  const isSize = id === 'phi' && !read.twoByTwo;
  const [least, most] = isRatio ? [0.1, 10] : isSize ? [0, 1] : (range ?? [0, 1]);
  // An interval is shown as far as the measure can go; past that it says nothing.
  const top = isSize ? Infinity : most;
  const clamped = (end: number | null) => (end === null || isRatio ? end : Math.min(top, Math.max(least, end)));
  const measure = read.result.measures[id];
  return {
    id,
    name: nameOf(id, read),
    about,
    range: [least, most],
    unit: isRatio ? 'ratio' : 'coefficient',
    value: shown.value,
    lower: clamped(shown.lower),
    upper: clamped(shown.upper),
    note: noteOf(shown),
    detail: measure ? detailOf(measure) : null,
    lead,
  };
}

/** The size on a correlation's scale that the words are read off: phi, tau-b, eta, or w. */
export function sizeOf(read: Read): Size | null {
  const [first = 'cramers-v'] = leading(read);
  const isV = first === 'cramers-v';
  const shown = isV ? shownW(read) : shownMeasure(first, read);
  if (!shown) return null;
  const { value, lower, upper } = shown;
  return { symbol: isV ? 'w' : measureOf(first).symbol, value, lower, upper };
}

/** What share of the errors in predicting is saved; said only where an association is shown. */
function saved(read: Read): string[] {
  if (!isSignificant(read)) return [];
  const { result, rowsOrdered, columnsOrdered, rowTitle, columnTitle, predicted } = read;
  const [given, told] = predicted === 'rows' ? [columnTitle, rowTitle] : [rowTitle, columnTitle];
  const lambda = result.measures[`lambda:${predicted}`]?.value ?? 0;
  const notes = [
    lambda > 0.0005
      ? `Knowing ${given} saves ${percent(lambda)} of the errors in predicting ${told}.`
      : `Knowing ${given} saves no error in predicting ${told}: the best guess stays the same whatever ${given} is.`,
  ];
  const guess = rowsOrdered && columnsOrdered ? sayGuess(read) : null;
  if (guess !== null) notes.push(guess);
  const eta = rowsOrdered ? result.measures['eta:rows']?.value : result.measures['eta:columns']?.value;
  if (rowsOrdered !== columnsOrdered && eta !== undefined) {
    const [explained, by] = rowsOrdered ? [rowTitle, columnTitle] : [columnTitle, rowTitle];
    notes.push(`${by} accounts for ${percent(eta * eta)} of the spread in ${explained} (eta squared).`);
  }
  return notes;
}

/** Why measures of order are not among those shown. */
function withoutOrder({ rowTitle, columnTitle, rowsOrdered, columnsOrdered, rowsKept, columnsKept }: Read) {
  const loose = [
    ...(rowsOrdered || rowsKept.length === 2 ? [] : [rowTitle]),
    ...(columnsOrdered || columnsKept.length === 2 ? [] : [columnTitle]),
  ];
  if (loose.length === 0) return [];
  return [
    `Gamma and other measures of order mean something only where both variables are ordered; ${and(loose)} ` +
      `${loose.length === 1 ? 'is' : 'are'} not.`,
  ];
}

/** How strong, which way? */
export function strength(read: Read): Answer {
  const leads = leading(read);
  const rest = TABLE_MEASURES.filter((record) => !leads.includes(record.id) && suits(record, variablesOf(read))).map(
    ({ id }) => id,
  );
  const measures = [...leads, ...rest].flatMap((id): ReadMeasure[] => {
    const shown = shownMeasure(id, read);
    return shown ? [lineOf(id, shown, leads.includes(id), read)] : [];
  });
  const size = sizeOf(read);
  return answer('strength', QUESTIONS.strength, {
    verdict: sizeVerdict(size, read.sizes),
    size,
    measures,
    notes: [...directions(read), ...saved(read), ...withoutOrder(read)],
  });
}

/** A measure in the usual style: "V = .13 [.09, .17]", "V = .00 [.00, .09] corrected for bias; uncorrected .23". */
function sayMeasure(id: MeasureId, read: Read): string[] {
  const shown = shownMeasure(id, read);
  if (!shown) return [];
  const line = lineOf(id, shown, true, read);
  const say = line.unit === 'ratio' ? ratio : coefficient;
  const interval = line.lower === null || line.upper === null ? '' : ` [${say(line.lower)}, ${say(line.upper)}]`;
  const { uncorrected } = shown;
  const corrected = uncorrected === null ? '' : ` corrected for bias; uncorrected ${coefficient(uncorrected)}`;
  return [`${measureOf(id).symbol} = ${say(shown.value)}${interval}${corrected}`];
}

/** The figures of the leading measures in the usual style. */
export function sayMeasures(read: Read): string {
  const [first = 'cramers-v', second] = leading(read);
  const ids = read.twoByTwo && second ? [first, second] : [first];
  return ids.flatMap((id) => sayMeasure(id, read)).join(', ');
}
