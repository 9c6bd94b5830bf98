import { type Column, lowBits, SET_STATE, wordAt } from '../../core/count/column.js';
import { filter, type Test } from '../../core/count/filter.js';
import { cellReader } from '../../store/cells.js';
import { CHUNK } from '../../store/columns.js';
import type { ColumnRef } from './count-job.js';
import { cachedColumn, studyFileAt } from './column-cache.js';

export interface RespondentsJob {
  file: string;
  respondents: number;
  columns: number[];
  only: (ColumnRef & { test: Test; missing: string[] })[];
  /** The first of those inside the filter that is wanted, from 0, and how many. */
  from: number;
  count: number;
}

/** What a respondent gave to one variable: a code or number as it stands in the data, the options of a set; null: blank. */
export type Given = string | number | string[] | null;

export interface RespondentRows {
  /** Respondents inside the filter. */
  total: number;
  /** Each with their place in the file, from 1, and what they gave, in the order of the columns. */
  rows: { respondent: number; cells: Given[] }[];
}

/** The places in the file of those inside the filter, from the `from`th on. */
function placesOf(mask: Uint8Array | null, respondents: number, from: number, count: number): { total: number; places: number[] } {
  if (!mask) return { total: respondents, places: Array.from({ length: Math.max(0, Math.min(count, respondents - from)) }, (_, k) => from + k) };
  const places: number[] = [];
  let total = 0;
  for (let k = 0; k < respondents; k++) {
    if (mask[k] === 0) continue;
    if (total >= from && places.length < count) places.push(k);
    total++;
  }
  return { total, places };
} // prettier-ignore

function givenIn(column: Exclude<Column, { kind: 'text' }>): (k: number) => Given {
  if (column.kind === 'coded') return (k) => column.codes[column.values[k]! - 1] ?? null;
  if (column.kind === 'number') {
    const low = lowBits(column.values);
    return (k) => (Number.isNaN(column.values[k]) ? (column.words[wordAt(low, k) - 1] ?? null) : column.values[k]!);
  }
  const { words, width, state, options } = column;
  return (k) =>
    state[k] === SET_STATE.blank ? null : options.filter((_, j) => (words[k * width + (j >> 5)]! >>> (j & 31)) & 1);
}

/** The code of whatever is not asked for. */
const OTHER = '\u0000';

/** A column as a condition can look at it: of texts, and of numbers that are asked for by what is spelled, only those codes. */
function asCodes(file: string, id: number, respondents: number, test: Test): Column {
  const column = cachedColumn(file, id);
  if (test.is === 'between' || column.kind === 'coded' || column.kind === 'sets') return column;
  const codes = [...test.codes, OTHER];
  const at = new Map(test.codes.map((code, k) => [code, k + 1]));
  const values = new Uint16Array(respondents);
  const of = column.kind === 'number' ? givenIn(column) : null;
  const read = of ? null : cellReader(studyFileAt(file), id);
  for (let from = 0; from < respondents; from += CHUNK) {
    const to = Math.min(respondents, from + CHUNK);
    const cells = read?.(from, to);
    for (let k = from; k < to; k++) {
      const given = cells ? cells[k - from]! : of!(k);
      if (given !== null) values[k] = at.get(String(given)) ?? codes.length;
    }
  }
  return { kind: 'coded', values, codes };
}

/** Respondents one by one, with what they gave. */
export function respondentsInStudy({ file, respondents, columns, only, from, count }: RespondentsJob): RespondentRows {
  const conditions = only.map(({ column, title, test, missing }) => ({
    column: asCodes(file, column, respondents, test),
    name: title,
    test,
    missing,
  }));
  const { total, places } = placesOf(filter(conditions, respondents).mask, respondents, from, count);
  const given = columns.map((id): ((k: number) => Given) => {
    const column = cachedColumn(file, id);
    if (column.kind !== 'text') return givenIn(column);
    // Texts are never held whole.
    const read = cellReader(studyFileAt(file), id);
    return (k) => read(k, k + 1)[0] ?? null;
  });
  return { total, rows: places.map((k) => ({ respondent: k + 1, cells: given.map((of) => of(k)) })) };
}

/** Values of a column that several respondents have, where nearly each has their own. */
export interface Twins {
  /** Different values. */
  different: number;
  filled: number;
  /** Of the values that stand more than once: the first few, how many values, and respondents with one. */
  shared: string[];
  values: number;
  respondents: number;
}

const NAMED = 20;
/** Values looked at before it is decided whether nearly each is its respondent's own. */
const FIRST = 5000;

export interface TwinsJob {
  file: string;
  column: number;
  /** The column of the waves: in each of them the same respondent may come again. */
  wave: number | null;
  respondents: number;
}

/** Looks whether a column tells respondents apart, and who it does not; null: it is no identifier. */
export function twinsInColumn({ file, column: id, wave, respondents }: TwinsJob): Twins | null {
  const column = cachedColumn(file, id);
  const read = column.kind === 'text' ? cellReader(studyFileAt(file), id) : null;
  const of = column.kind === 'text' ? (k: number): Given => read!(k, k + 1)[0] ?? null : givenIn(column);
  const waves = wave === null ? null : cachedColumn(file, wave);
  const waveOf = (k: number) => (waves?.kind === 'coded' ? waves.values[k]! : 0);
  const times = new Map<string, number>();
  let filled = 0;
  for (let k = 0; k < respondents; k++) {
    const value = of(k);
    if (value !== null) {
      filled++;
      const key = `${waveOf(k)} ${String(value)}`;
      times.set(key, (times.get(key) ?? 0) + 1);
    }
    if (k === FIRST && times.size < filled * 0.9) return null;
  }
  if (filled === 0 || times.size < filled * 0.9) return null;
  const shared = [...times].filter(([, n]) => n > 1);
  return {
    different: times.size,
    filled,
    shared: shared.slice(0, NAMED).map(([key]) => key.slice(key.indexOf(' ') + 1)),
    values: shared.length,
    respondents: shared.reduce((sum, [, n]) => sum + n, 0),
  };
} // prettier-ignore
