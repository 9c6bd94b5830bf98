import { whole } from '../figures.js';
import { type Assessment, type MeasureId, smallExpectedSentence, TEST_IDS } from '../assess.js';
import { titleOf } from '../codebook/types.js';
import { share } from '../table/share.js';
import type { Table } from '../table/tabulate.js';
import { MEASURE_WORDS, TEST_WORDS } from './about.js';
import { answer, type Answer, type Check, QUESTIONS, type ReadCell, type ReadMeasure, type ReadTest } from './types.js';
import { and, coefficient, numeral, percent, sayChiSquare, sayP } from './words.js';

/** A cross table of two single variables, with what was computed from it. */
interface Read {
  table: Table;
  result: Assessment;
  confidence: number;
  /** Titles of the variables. */
  rowTitle: string;
  columnTitle: string;
  /** Positions in the table of the rows and columns that someone is in. */
  rowsKept: number[];
  columnsKept: number[];
}

/** The five answers for a cross table whose categories do not overlap. */
export function readCross(table: Table, result: Assessment, confidence: number): Answer[] {
  const kept = (length: number, dropped: readonly number[]) =>
    Array.from({ length }, (_, k) => k).filter((k) => !dropped.includes(k));
  const read: Read = {
    table,
    result,
    confidence,
    rowTitle: titleOf(table.rows.variable),
    columnTitle: table.columns ? titleOf(table.columns.variable) : '',
    rowsKept: kept(table.rows.categories.length, result.dropped.rows),
    columnsKept: kept(table.columns?.categories.length ?? 0, result.dropped.columns),
  };
  const reason = result.absent.find(({ id }) => id === 'pearson')?.reason;
  if (reason !== undefined)
    return [answer('association', QUESTIONS.association, { verdict: 'Nothing to test.', notes: [reason] })];
  const cells = carriers(read);
  return [association(read), strength(read), where(read, cells), trust(read), say(read, cells)];
}

/** The p that the verdict stands on: Fisher's where the table is 2 x 2 and counts are small, else Pearson's. */
function leadTest({ result }: Read): { id: 'pearson' | 'fisher'; p: number } {
  const { fisher, pearson } = result.tests;
  if (fisher && result.base.smallExpected > 0) return { id: 'fisher', p: fisher.p };
  return { id: 'pearson', p: pearson?.p ?? 1 };
}

export function verdictOfP(p: number, alpha: number): string {
  if (p < Math.min(0.001, alpha)) return 'Yes, well beyond chance.';
  if (p < alpha / 5) return 'Yes, beyond chance.';
  if (p < alpha) return 'Yes, but not by much.';
  if (p < 2 * alpha) return 'Not shown; it could be chance.';
  return 'None to be seen.';
}

function association(read: Read): Answer {
  const { result } = read;
  const lead = leadTest(read);
  const tests = TEST_IDS.flatMap((id): ReadTest[] => {
    const test = result.tests[id];
    if (!test) return [];
    const text =
      test.statistic === undefined
        ? sayP(test.p)
        : `${id === 'likelihood-ratio' ? 'G' : 'χ'}²(${test.df ?? 0}) = ${test.statistic.toFixed(2)}, ${sayP(test.p)}`;
    return [{ id, ...TEST_WORDS[id], text, lead: id === lead.id }];
  });
  tests.sort((a, b) => Number(b.lead) - Number(a.lead));
  const notes = lead.id === 'fisher' ? ["Counts are small, so the verdict stands on Fisher's exact test."] : [];
  return answer('association', QUESTIONS.association, {
    verdict: verdictOfP(lead.p, 1 - read.confidence),
    tests,
    notes,
  });
}

function isSignificant(read: Read): boolean {
  return leadTest(read).p < 1 - read.confidence;
}

/** Measures in the order in which they suit these variables; the first leads. */
function suited({ table, result }: Read): MeasureId[] {
  const levels = [table.rows.variable.level, table.columns?.variable.level ?? 'unordered'];
  const twoByTwo = result.base.rows === 2 && result.base.columns === 2;
  const ordered = levels.every((level) => level === 'ordered' || level === 'number');
  const lambdas = ['lambda:rows', 'lambda:columns', 'lambda:symmetric'] as const;
  if (twoByTwo) return ['phi', 'cramers-v', ...lambdas, 'gamma'];
  if (ordered) return ['gamma', 'cramers-v', ...lambdas, 'phi'];
  return ['cramers-v', ...lambdas, 'phi', 'gamma'];
}

const SIZES: readonly [least: number, word: string][] = [
  [0.5, 'strong'],
  [0.3, 'moderate'],
  [0.1, 'weak'],
  [0, 'very weak'],
];

/** Cohen's words (1988) for a coefficient: .1 weak, .3 moderate, .5 strong. */
function sizeWord(value: number): string {
  return SIZES.find(([least]) => Math.abs(value) >= least)?.[1] ?? 'very weak';
}

/** A size in words; where the interval reaches into another word, both are said. */
function sizeVerdict(measure: { value: number; lower?: number; upper?: number } | undefined): string {
  if (!measure) return 'Cannot be said.';
  const word = sizeWord(measure.value);
  const { lower = measure.value, upper = measure.value } = measure;
  const near = sizeWord(lower > 0 === upper > 0 ? Math.min(Math.abs(lower), Math.abs(upper)) : 0);
  const text = near === word ? word : `${near} to ${word}`;
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
}

function strength(read: Read): Answer {
  const { table, result, rowTitle, columnTitle } = read;
  const order = suited(read);
  const measures = order.flatMap((id, rank): ReadMeasure[] => {
    const measure = result.measures[id];
    if (!measure) return [];
    const name =
      id === 'lambda:rows'
        ? `Lambda λ, predicting ${rowTitle}`
        : id === 'lambda:columns'
          ? `Lambda λ, predicting ${columnTitle}`
          : MEASURE_WORDS[id].name;
    const range =
      id === 'phi' && !(result.base.rows === 2 && result.base.columns === 2)
        ? ([0, 1] as const)
        : (MEASURE_WORDS[id].range ?? ([0, 1] as const));
    return [
      {
        id,
        name,
        about: MEASURE_WORDS[id].about,
        range,
        unit: 'coefficient',
        value: measure.value,
        lower: measure.lower ?? null,
        upper: measure.upper ?? null,
        lead: rank < (order[0] === 'gamma' ? 3 : 2),
      },
    ];
  });
  const lambda = result.measures['lambda:rows']?.value ?? 0;
  const notes: string[] = [];
  const way = direction(read);
  if (way !== null) notes.push(way);
  notes.push(
    lambda > 0
      ? `Knowing ${columnTitle} saves ${percent(lambda)} of the errors in predicting ${rowTitle}.`
      : `Knowing ${columnTitle} saves no error in predicting ${rowTitle}: the best guess stays the same in every column.`,
  );
  const lead = order[0] ?? 'cramers-v';
  const levels = [table.rows.variable, table.columns?.variable].filter((variable) => variable?.level === 'unordered');
  if (result.measures.gamma && lead !== 'gamma' && levels.length > 0 && result.base.rows + result.base.columns > 4) {
    notes.push(
      `Gamma means something only where both variables are ordered; ${and(levels.map((variable) => (variable ? titleOf(variable) : '')))} ${levels.length === 1 ? 'is' : 'are'} not.`,
    );
  }
  return answer('strength', QUESTIONS.strength, { verdict: sizeVerdict(result.measures[lead]), measures, notes });
}

const quote = (label: string) => `“${label}”`;

/** Which way an association runs, by the labels; null where the variables have no order. */
function direction(read: Read): string | null {
  const { table, result, rowsKept, columnsKept, rowTitle, columnTitle } = read;
  if (!isSignificant(read)) return null;
  const row = (k: number) => table.rows.categories[rowsKept.at(k) ?? 0]?.label ?? '';
  const column = (k: number) => table.columns?.categories[columnsKept.at(k) ?? 0]?.label ?? '';
  if (result.base.rows === 2 && result.base.columns === 2) {
    const [i = 0] = rowsKept;
    const shares = columnsKept.map((j) => share(table, 'column', i, j) ?? 0);
    const [first = 0, second = 0] = shares;
    const more =
      first >= second
        ? ([column(0), first, column(1), second] as const)
        : ([column(1), second, column(0), first] as const);
    return `${quote(row(0))} is more frequent among ${quote(more[0])} (${percent(more[1])}) than among ${quote(more[2])} (${percent(more[3])}).`;
  }
  if (suited(read)[0] !== 'gamma') return null;
  const gamma = result.measures.gamma?.value ?? 0;
  if (gamma === 0) return null;
  const [near, far] = gamma > 0 ? [row(0), row(-1)] : [row(-1), row(0)];
  return `${columnTitle} nearer ${quote(column(0))} goes with ${rowTitle} nearer ${quote(near)}; nearer ${quote(column(-1))}, with nearer ${quote(far)}.`;
}

interface Carrier {
  /** Positions in the full table. */
  row: number;
  column: number;
  residual: number;
  contribution: number;
  /** Adjusted over all cells. */
  p: number;
}

/** Cells that depart from independence after adjusting over all cells, the strongest first. */
function carriers({ result, rowsKept, columnsKept, confidence }: Read): Carrier[] {
  const { cells } = result;
  if (!cells) return [];
  return cells.adjustedResidual
    .flatMap((line, i) =>
      line.map((residual, j) => ({
        row: rowsKept[i] ?? 0,
        column: columnsKept[j] ?? 0,
        residual,
        contribution: cells.contribution[i]?.[j] ?? 0,
        p: cells.adjustedP[i]?.[j] ?? 1,
      })),
    )
    .filter(({ p }) => p < 1 - confidence)
    .sort((a, b) => Math.abs(b.residual) - Math.abs(a.residual));
}

const COLUMNS_NAMED = 4;
const ROWS_NAMED = 2;

function where(read: Read, found: readonly Carrier[]): Answer {
  const { table, result } = read;
  if (found.length === 0) {
    return answer('where', QUESTIONS.where, {
      verdict: isSignificant(read) ? 'In no single cell.' : null,
      notes: [
        isSignificant(read)
          ? 'The association is spread thin: no cell stands out once all cells are taken together.'
          : 'No cell departs from what independence would give by more than chance.',
      ],
    });
  }
  const columns = [...new Set(found.map(({ column }) => column))];
  const cells = columns.slice(0, COLUMNS_NAMED).map((column): ReadCell => {
    const mine = found.filter((carrier) => carrier.column === column);
    const named = mine.slice(0, ROWS_NAMED);
    return {
      subject: table.columns?.categories[column]?.label ?? '',
      parts: named.map(({ row, residual, p }) => ({
        text: `${table.rows.categories[row]?.label ?? ''} ${percent(share(table, 'column', row, column) ?? 0)}, overall ${percent(share(table, 'column', row, null) ?? 0)}`,
        direction: residual > 0 ? 'more' : 'fewer',
        strong: p < 0.001,
      })),
    };
  });
  const total = result.base.rows * result.base.columns;
  const part = found.reduce((sum, { contribution }) => sum + contribution, 0);
  const more =
    columns.length > COLUMNS_NAMED
      ? ` ${numeral(columns.length - COLUMNS_NAMED)} more column${columns.length - COLUMNS_NAMED === 1 ? '' : 's'} stand out.`
      : '';
  return answer('where', QUESTIONS.where, {
    cells,
    notes: [
      `${found.length === 1 ? 'This 1' : `${found.length}`} of ${total} cells ${found.length === 1 ? 'stands' : 'stand'} out and ${found.length === 1 ? 'makes' : 'make'} up ${percent(part)} of χ².${more}`,
    ],
  });
}

/** Under this a base is flagged. */
export const SMALL_BASE = 30;

function trust({ table, result, columnsKept }: Read): Answer {
  const checks: Check[] = [];
  const { base } = result;
  const small = smallExpectedSentence(result.cells?.expected ?? []);
  if (small === null) {
    checks.push({
      ok: true,
      text: `No cell has an expected count below 5; the smallest is ${(base.smallestExpected ?? 0).toFixed(1)}.`,
    });
  } else {
    const share = base.smallExpected / (base.rows * base.columns);
    const bad = share > 0.2 || (base.smallestExpected ?? 0) < 1;
    const advice =
      base.rows === 2 && base.columns === 2
        ? " Read Fisher's exact test."
        : bad
          ? ' Chi-square is doubtful here: merge small categories first.'
          : ' Chi-square still holds while it is no more than one cell in five.';
    checks.push({ ok: !bad && !(base.rows === 2 && base.columns === 2), text: `${small}${advice}` });
  }
  const thin = columnsKept.filter((j) => (table.columnBases[j] ?? 0) < SMALL_BASE);
  if (thin.length > 0) {
    const labels = thin.map((j) => `${table.columns?.categories[j]?.label ?? ''} (${table.columnBases[j] ?? 0})`);
    checks.push({ ok: false, text: `Base under ${SMALL_BASE}: ${and(labels)}.` });
  }
  for (const [axis, positions] of [
    [table.rows, result.dropped.rows],
    [table.columns, result.dropped.columns],
  ] as const) {
    const labels = positions.map((k) => axis?.categories[k]?.label ?? '');
    if (labels.length > 0) checks.push({ ok: true, text: `Nobody is in ${and(labels)}; left out of the tests.` });
  }
  checks.push(leftOutCheck(table));
  return answer('trust', QUESTIONS.trust, { checks });
}

/** How much of the study the table does not stand on; answers only, not what the filter keeps out. */
export function leftOutCheck(table: Table): Check {
  const silent = table.leftOut
    .filter(({ why }) => why !== 'outside')
    .reduce((sum, { respondents }) => sum + respondents, 0);
  const asked = table.base + silent;
  if (silent === 0) return { ok: true, text: 'Nobody is left out for want of an answer.' };
  const part = silent / asked;
  return {
    ok: part < 0.1,
    text: `${whole(silent)} of ${whole(asked)} respondents (${percent(part)}) gave no answer and are left out${part < 0.1 ? '' : ': would they have answered alike?'}${part < 0.1 ? '.' : ''}`,
  };
}

function say(read: Read, found: readonly Carrier[]): Answer {
  const { table, result, rowTitle, columnTitle } = read;
  const lead = leadTest(read);
  const { pearson } = result.tests;
  const chi = pearson ? `${sayChiSquare(pearson, result.base.N)}, ${sayP(pearson.p)}` : '';
  const test = lead.id === 'fisher' ? `Fisher's exact ${sayP(lead.p)}, N = ${whole(result.base.N)}` : chi;
  const id = suited(read)[0] ?? 'cramers-v';
  const measure = result.measures[id];
  const symbol = id === 'gamma' ? 'γ' : id === 'phi' ? 'φ' : 'V';
  const interval =
    measure?.lower !== undefined && measure.upper !== undefined
      ? ` [${coefficient(measure.lower)}, ${coefficient(Math.min(1, measure.upper))}]`
      : '';
  const figures = `${test}, ${symbol} = ${coefficient(measure?.value ?? 0)}${interval}`;
  if (!isSignificant(read)) {
    return answer('say', QUESTIONS.say, {
      sentence: `No association between ${rowTitle} and ${columnTitle} was shown, ${figures}.`,
    });
  }
  const strongest = found[0];
  const detail = strongest ? `: ${contrast(table, strongest, read.columnsKept)}` : '';
  return answer('say', QUESTIONS.say, {
    sentence: `${rowTitle} differed by ${columnTitle}, ${figures}${detail}.`,
  });
}

/** The strongest cell against the column at the other end of the same row. */
function contrast(table: Table, { row, column, residual }: Carrier, columnsKept: readonly number[]): string {
  const rate = (j: number) => share(table, 'column', row, j) ?? 0;
  const others = columnsKept
    .filter((j) => j !== column)
    .sort((a, b) => (residual > 0 ? rate(a) - rate(b) : rate(b) - rate(a)));
  const label = (j: number) => table.columns?.categories[j]?.label ?? '';
  const ends = [column, ...others.slice(0, 1)].sort((a, b) => rate(b) - rate(a));
  const parts = ends.map((j) => `${percent(rate(j))} among ${quote(label(j))}`);
  return `${quote(table.rows.categories[row]?.label ?? '')} was given by ${and(parts)}`;
}
