import { type MeasureId, TABLE_MEASURES } from '../../assess.js';
import type { MeasureResult } from '../../measure/result.js';
import { share } from '../../table/share.js';
import { MEASURE_WORDS } from '../about.js';
import { answer, type Answer, QUESTIONS, type ReadMeasure } from '../types.js';
import { and, coefficient, percent, ratio, sayP, statistic } from '../words.js';
import { isSignificant, quote, type Read } from './context.js';

/** Measures that read the order of both variables. */
const OF_ORDER: readonly MeasureId[] = [
  'gamma',
  'kendall-tau-b',
  'stuart-tau-c',
  'somers-d:columns',
  'somers-d:rows',
  'somers-d:symmetric',
  'pearson-r',
  'spearman',
];
const OF_AGREEMENT: readonly MeasureId[] = ['kappa', 'weighted-kappa:linear', 'weighted-kappa:quadratic'];
const RATIOS: readonly MeasureId[] = ['odds-ratio', 'risk-ratio', 'common-odds-ratio'];

/** The measures that lead, the first of them in the verdict and the report sentence. Groups stand in the columns. */
export function leading(read: Read): MeasureId[] {
  const { rowsOrdered, columnsOrdered, twoByTwo } = read;
  if (twoByTwo) return ['phi', 'odds-ratio', 'risk-difference'];
  if (rowsOrdered && columnsOrdered) return ['gamma', 'kendall-tau-b', 'somers-d:rows'];
  if (rowsOrdered) return ['cramers-v', 'eta:rows'];
  if (columnsOrdered) return ['cramers-v', 'eta:columns'];
  return ['cramers-v', 'lambda:rows'];
}

/** Whether a measure means something for these variables. */
function suits(id: MeasureId, { rowsOrdered, columnsOrdered, rowsKept, columnsKept, paired, twoByTwo }: Read): boolean {
  const rows = rowsOrdered || rowsKept.length === 2;
  const columns = columnsOrdered || columnsKept.length === 2;
  if (id === 'eta:rows') return rows && !twoByTwo;
  if (id === 'eta:columns') return columns && !twoByTwo;
  if (OF_ORDER.includes(id)) return rows && columns;
  if (OF_AGREEMENT.includes(id)) return paired;
  return true;
}

/** Names with the variables' titles in place of rows and columns. */
function nameOf(id: MeasureId, { rowTitle, columnTitle }: Read): string {
  const { name } = MEASURE_WORDS[id];
  if (id === 'eta:rows') return `Eta, ${rowTitle} by ${columnTitle}`;
  if (id === 'eta:columns') return `Eta, ${columnTitle} by ${rowTitle}`;
  return name
    .replace('predicting rows', `predicting ${rowTitle}`)
    .replace('predicting columns', `predicting ${columnTitle}`)
    .replace('of rows', `of ${rowTitle}`)
    .replace('of columns', `of ${columnTitle}`);
}

function detailOf({ ase, z, p, adjusted }: MeasureResult): string | null {
  const parts = [
    ...(adjusted === undefined ? [] : [`adjusted ${coefficient(adjusted, 3)}`]),
    ...(ase === undefined ? [] : [`standard error ${coefficient(ase, 3)}`]),
    ...(z === undefined || p === undefined ? [] : [`z = ${statistic(z)}, ${sayP(p)}`]),
  ];
  return parts.length === 0 ? null : parts.join(', ');
}

export function lineOf(id: MeasureId, measure: MeasureResult, lead: boolean, read: Read): ReadMeasure {
  const words = MEASURE_WORDS[id];
  const isRatio = RATIOS.includes(id);
  const range = isRatio
    ? ([0.1, 10] as const)
    : id === 'phi' && !read.twoByTwo
      ? ([0, Infinity] as const)
      : (words.range ?? ([0, 1] as const));
  // An interval is shown as far as the measure can go; past that it says nothing.
  const held = (end: number | undefined) =>
    end === undefined ? null : isRatio ? end : Math.min(range[1], Math.max(range[0], end));
  return {
    id,
    name: nameOf(id, read),
    about: words.about,
    range: [range[0], Math.min(range[1], isRatio ? Infinity : 1)],
    unit: isRatio ? 'ratio' : 'coefficient',
    value: measure.value,
    lower: held(measure.lower),
    upper: held(measure.upper),
    detail: detailOf(measure),
    lead,
  };
}

/** The size of one option's difference by group: Cramer's V of mentioned or not. */
export function lineOfOption(
  id: string,
  name: string,
  { value, lower, upper, ...rest }: MeasureResult,
  lead: boolean,
): ReadMeasure {
  const held = (end: number | undefined) => (end === undefined ? null : Math.min(1, Math.max(0, end)));
  return {
    id,
    name,
    value,
    lower: held(lower),
    upper: held(upper),
    range: [0, 1],
    unit: 'coefficient',
    about: MEASURE_WORDS['cramers-v'].about,
    detail: detailOf({ value, ...rest }),
    lead,
  };
}

const SIZES: readonly [least: number, word: string][] = [
  [0.5, 'strong'],
  [0.3, 'moderate'],
  [0.1, 'weak'],
  [0, 'very weak'],
];

/** Cohen's words (1988) for a coefficient: .1 weak, .3 moderate, .5 strong. */
export function sizeWord(value: number): string {
  return SIZES.find(([least]) => Math.abs(value) >= least)?.[1] ?? 'very weak';
}

/** A size in words; where the interval reaches into another word, both are said. */
export function sizeVerdict(measure: MeasureResult | undefined): string {
  if (!measure) return 'Cannot be said.';
  const word = sizeWord(measure.value);
  const { lower = measure.value, upper = measure.value } = measure;
  const near = sizeWord(lower > 0 === upper > 0 ? Math.min(Math.abs(lower), Math.abs(upper)) : 0);
  const text = near === word ? word : `${near} to ${word}`;
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
}

/** What share of the errors in predicting is saved, where a measure means that. */
function saved({ result, rowsOrdered, columnsOrdered, rowTitle, columnTitle }: Read): string[] {
  const { measures } = result;
  const lambda = measures['lambda:rows']?.value ?? 0;
  const notes = [
    lambda > 0.0005
      ? `Knowing ${columnTitle} saves ${percent(lambda)} of the errors in predicting ${rowTitle}.`
      : `Knowing ${columnTitle} saves no error in predicting ${rowTitle}: the best guess stays the same in every column.`,
  ];
  const gamma = measures.gamma?.value;
  if (rowsOrdered && columnsOrdered && gamma !== undefined && Math.abs(gamma) > 0.0005) {
    notes.push(
      `Of two respondents who differ on both, guessing who stands higher on ${rowTitle} by ${columnTitle} saves ${percent(Math.abs(gamma))} of the errors.`,
    );
  }
  const eta = rowsOrdered ? measures['eta:rows']?.value : measures['eta:columns']?.value;
  if (rowsOrdered !== columnsOrdered && eta !== undefined) {
    const [explained, by] = rowsOrdered ? [rowTitle, columnTitle] : [columnTitle, rowTitle];
    notes.push(`${by} accounts for ${percent(eta * eta)} of the spread in ${explained} (eta squared).`);
  }
  return notes;
}

/** The column in which a row's share is above its overall share by the most, as a sentence about people. */
function moreOften({ table, result, rowsKept, columnsKept, columnTitle, confidence }: Read): string | null {
  const { cells } = result;
  if (!cells) return null;
  const best = cells.adjustedResidual
    .flatMap((row, i) => row.map((residual, j) => ({ i, j, residual, p: cells.adjustedP[i]?.[j] ?? 1 })))
    .sort((a, b) => b.residual - a.residual)[0];
  if (!best || best.p >= 1 - confidence) return null;
  const [row = 0, column = 0] = [rowsKept[best.i], columnsKept[best.j]];
  const label = table.columns?.categories[column]?.label ?? '';
  return `Where ${columnTitle} is ${quote(label)}, ${quote(table.rows.categories[row]?.label ?? '')} was given more often: ${percent(share(table, 'column', row, column) ?? 0)}, against ${percent(share(table, 'column', row, null) ?? 0)} overall.`;
}

/** Which way an association runs, by the labels and not by the sign. */
function direction(read: Read): string | null {
  const { table, result, rowsKept, columnsKept, rowTitle, columnTitle, rowsOrdered, columnsOrdered } = read;
  if (!isSignificant(read)) return null;
  const row = (k: number) => table.rows.categories[rowsKept.at(k) ?? 0]?.label ?? '';
  const column = (k: number) => table.columns?.categories[columnsKept.at(k) ?? 0]?.label ?? '';
  if (read.twoByTwo) {
    const [i = 0] = rowsKept;
    const [first = 0, second = 0] = columnsKept.map((j) => share(table, 'column', i, j) ?? 0);
    const more =
      first >= second
        ? ([column(0), first, column(1), second] as const)
        : ([column(1), second, column(0), first] as const);
    return `${quote(row(0))} is more frequent among ${quote(more[0])} (${percent(more[1])}) than among ${quote(more[2])} (${percent(more[3])}).`;
  }
  if (!rowsOrdered || !columnsOrdered) return moreOften(read);
  const gamma = result.measures.gamma?.value ?? 0;
  if (gamma === 0) return null;
  const [near, far] = gamma > 0 ? [row(0), row(-1)] : [row(-1), row(0)];
  return `${columnTitle} nearer ${quote(column(0))} goes with ${rowTitle} nearer ${quote(near)}; nearer ${quote(column(-1))}, with nearer ${quote(far)}.`;
}

/** Why measures of order are not among those shown. */
function withoutOrder({ rowTitle, columnTitle, rowsOrdered, columnsOrdered, rowsKept, columnsKept }: Read) {
  const loose = [
    ...(rowsOrdered || rowsKept.length === 2 ? [] : [rowTitle]),
    ...(columnsOrdered || columnsKept.length === 2 ? [] : [columnTitle]),
  ];
  if (loose.length === 0) return [];
  return [
    `Gamma and other measures of order mean something only where both variables are ordered; ${and(loose)} ${loose.length === 1 ? 'is' : 'are'} not.`,
  ];
}

/** How strong, which way? */
export function strength(read: Read): Answer {
  const leads = leading(read);
  const rest = TABLE_MEASURES.filter((id) => !leads.includes(id) && suits(id, read));
  const measures = [...leads, ...rest].flatMap((id): ReadMeasure[] => {
    const measure = read.result.measures[id];
    return measure ? [lineOf(id, measure, leads.includes(id), read)] : [];
  });
  const way = direction(read);
  return answer('strength', QUESTIONS.strength, {
    verdict: sizeVerdict(read.result.measures[leads[0] ?? 'cramers-v']),
    measures,
    notes: [...(way === null ? [] : [way]), ...saved(read), ...withoutOrder(read)],
  });
}

/** The figures of the leading measures in the usual style: "V = .13 [.09, .17]", "φ = .4 [...], OR = 2.4 [...]". */
export function sayMeasures(read: Read): string {
  const [first = 'cramers-v', second] = leading(read);
  const ids = read.twoByTwo && second ? [first, second] : [first];
  return ids
    .flatMap((id) => {
      const measure = read.result.measures[id];
      if (!measure) return [];
      const isRatio = RATIOS.includes(id);
      const say = isRatio ? ratio : coefficient;
      const [least, most] = isRatio ? [0, Infinity] : (MEASURE_WORDS[id].range ?? [0, Infinity]);
      const held = (end: number) => say(Math.min(most, Math.max(least, end)));
      const interval =
        measure.lower === undefined || measure.upper === undefined
          ? ''
          : ` [${held(measure.lower)}, ${held(measure.upper)}]`;
      return [`${MEASURE_WORDS[id].symbol} = ${say(measure.value)}${interval}`];
    })
    .join(', ');
}
