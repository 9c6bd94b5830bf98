import { describe, expect, it } from 'vitest';
import type { Column } from '../../core/count/column.js';
import { numberPlaces } from '../../core/count/number-places.js';
import { sharedColumns } from './shared-columns.js';

/** Columns of ten bytes whose readings are counted, and end when they are told to. */
function reader() {
  const read: string[] = [];
  const waiting: (() => void)[] = [];
  const column = async (file: string, id: number): Promise<Column> => {
    read.push(`${file} ${id}`);
    await new Promise<void>((resolve) => waiting.push(resolve));
    return id < 100
      ? { kind: 'coded', values: new Uint8Array(10), codes: [] }
      : { kind: 'number', values: Float64Array.of(7), words: [] };
  };
  const places = (values: Float64Array, words: number) => Promise.resolve(numberPlaces(values, words));
  const end = () => waiting.splice(0).forEach((resolve) => resolve());
  return { read, end, reading: { column, places } };
}

/** Asks, ends what is read for it, and waits for the answer. */
async function done<T>(asked: Promise<T>, end: () => void): Promise<T> {
  await Promise.resolve();
  end();
  return asked;
}

describe('columns that threads share', () => {
  it('are read once, whoever asks meanwhile or afterwards', async () => {
    const { read, end, reading } = reader();
    const { column } = sharedColumns(reading, 1000);
    const [first, second] = [column('a', 1), column('a', 1)];
    expect(await done(first, end)).toBe(await second);
    expect(await column('a', 1)).toBe(await first);
    expect(read).toEqual(['a 1']);
  });

  it('go in the order in which they were used where there is no room', async () => {
    const { read, end, reading } = reader();
    const { column } = sharedColumns(reading, 25);
    for (const id of [1, 2, 1, 3, 1, 2]) await done(column('a', id), end);
    expect(read).toEqual(['a 1', 'a 2', 'a 3', 'a 2']);
  });

  it('are forgotten with their file, also one that is just being read', async () => {
    const { read, end, reading } = reader();
    const { column, forget } = sharedColumns(reading, 1000);
    await done(column('a', 1), end);
    const other = column('b', 1);
    const before = column('a', 2);
    forget('a');
    await done(before, end);
    await other;
    await done(column('a', 1), end);
    await done(column('a', 2), end);
    await column('b', 1);
    expect(read).toEqual(['a 1', 'b 1', 'a 2', 'a 1', 'a 2']);
  });

  it('are asked for again where they could not be read', async () => {
    let tries = 0;
    const { reading } = reader();
    const failing = () =>
      ++tries === 1 ? Promise.reject(new Error('gone')) : Promise.resolve({ kind: 'text', values: [] } as const);
    const { column } = sharedColumns({ ...reading, column: failing }, 1000);
    await expect(column('a', 1)).rejects.toThrow('gone');
    expect((await column('a', 1)).kind).toBe('text');
  });

  it('have places where they are numbers', async () => {
    const { end, reading } = reader();
    const shared = sharedColumns(reading, 1000);
    expect((await done(shared.places('a', 100), end)).distinct).toEqual(Float64Array.of(7));
    await expect(done(shared.places('a', 1), end)).rejects.toThrow('not kept as numbers');
  });
});
