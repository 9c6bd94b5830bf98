import type { Column } from '../../core/count/column.js';
import { type NumberPlaces, numberPlaces } from '../../core/count/number-places.js';
import type { Part } from '../../core/count/parts.js';
import { type PackedPart, packedPart, unpackedPart } from '../../core/count/packed-part.js';
import type { CountedPart } from '../../core/count/plan.js';
import type { CountArray } from '../../core/count/types.js';
import { readColumn } from '../../store/columns.js';
import { studyFileAt } from './column-cache.js';
import type { Columns } from '../../core/count/asked.js';
import { type CountJob, countParts, tellParts } from './count-job.js';

/** A count with the columns that it looks at, which all threads share. */
export interface SharedCount {
  count: CountJob;
  columns: ReadonlyMap<number, Column>;
  places: ReadonlyMap<number, NumberPlaces>;
}

/** The columns of a count by their ids. */
export function columnsOf({ columns, places }: Pick<SharedCount, 'columns' | 'places'>): Columns {
  const at = <T>(map: ReadonlyMap<number, T>, id: number): T => {
    const value = map.get(id);
    if (!value) throw new Error(`column ${id} was not given`);
    return value;
  };
  return { column: (id) => at(columns, id), places: (id) => at(places, id) };
}

export type PartsJob = SharedCount & { parts: readonly Part[] };

/** Counts some parts of a study. */
export const countSharedParts = ({ parts, ...shared }: PartsJob): PackedPart[] =>
  countParts(shared.count, columnsOf(shared), parts).map(packedPart);

/** Of each part of the respondents what was counted, some row items after the other. */
export type TellJob = SharedCount & { counted: readonly (readonly PackedPart[])[] };

/** Puts what was counted of row items of the same respondents together. */
function joined(ofRows: readonly PackedPart[]): CountedPart {
  const parts = ofRows.map(unpackedPart);
  return {
    span: parts[0]?.span ?? null,
    blocks: parts.flatMap(({ blocks }) => blocks),
    tallies: parts.flatMap(({ tallies }) => tallies),
  };
}

/** The counts of a study, out of what was counted of its parts. */
export const tellSharedParts = ({ counted, ...shared }: TellJob): CountArray[] =>
  tellParts(shared.count, columnsOf(shared), counted.map(joined));

/** Counts a study that is small in one go. */
export const countShared = ({ parts, ...shared }: PartsJob): CountArray[] =>
  tellParts(shared.count, columnsOf(shared), countParts(shared.count, columnsOf(shared), parts));

/** The same values in memory that threads share. */
function shared<T extends Uint8Array | Uint16Array | Uint32Array | Int32Array | Float64Array>(values: T): T {
  const buffer = new SharedArrayBuffer(values.byteLength);
  const array = new (values.constructor as new (buffer: SharedArrayBuffer) => T)(buffer);
  array.set(values);
  return array;
}

/** Reads a column into memory that threads share. */
export function readShared({ file, column: id }: { file: string; column: number }): Column {
  const column = readColumn(studyFileAt(file), id);
  switch (column.kind) {
    case 'coded':
      return { ...column, values: shared(column.values) };
    case 'number':
      return { ...column, values: shared(column.values) };
    case 'sets':
      return { ...column, words: shared(column.words), state: shared(column.state) };
    case 'text':
      return column;
  }
}

/** The places of a column of numbers, in memory that threads share. */
export function sharedPlaces({ values, words }: { values: Float64Array; words: number }): NumberPlaces {
  const { distinct, place, standing } = numberPlaces(values, words);
  return { distinct: shared(distinct), place: shared(place), standing: shared(standing) };
}
