import { describe, expect, it } from 'vitest';
import { columnBytes, readColumn, removeColumn, writeArray, CHUNK } from './columns.js';
import { setRespondents } from './study.js';
import { studyOfTests } from './study.fixtures.js';

const { db, column } = studyOfTests();

describe('columns', () => {
  it('come back from chunks as they went in', () => {
    const values = Uint8Array.from({ length: CHUNK * 2 + 7 }, (_, k) => k % 3);
    const id = column('many', 'coded8', ['a', 'b']);
    setRespondents(db, values.length);
    writeArray(db, id, 'values', values, 1);
    expect(db.prepare('SELECT count(*) FROM chunk WHERE column_id = ?').pluck().get(id)).toBe(3);
    expect(readColumn(db, id)).toEqual({ kind: 'coded', values, codes: ['a', 'b'] });
    removeColumn(db, id);
    setRespondents(db, 3);
    expect(db.prepare('SELECT count(*) FROM chunk WHERE column_id = ?').pluck().get(id)).toBe(0);
  });
  it('keep sets of more than 32 options, word by word', () => {
    const words = Uint32Array.from({ length: 6 }, (_, k) => 2 ** 31 + k);
    const state = Uint8Array.from([1, 0, 3]);
    const id = column('sets', 'sets', ['1', '2'], 2);
    writeArray(db, id, 'values', words, 2);
    writeArray(db, id, 'state', state, 1);
    const read = readColumn(db, id);
    expect(read).toEqual({ kind: 'sets', words, state, width: 2, options: ['1', '2'] });
    expect(columnBytes(read)).toBe(27);
  });
  it('keep numbers and blanks, and wide codes', () => {
    const numbers = Float64Array.from([1.5, NaN, -0]);
    const id = column('numbers', 'number');
    writeArray(db, id, 'values', new Uint8Array(numbers.buffer), 8);
    expect(readColumn(db, id)).toEqual({ kind: 'number', values: numbers, words: [] });
    const wide = column('wide', 'coded16', ['x']);
    writeArray(db, wide, 'values', Uint16Array.from([300, 0, 1]), 1);
    expect(readColumn(db, wide)).toEqual({ kind: 'coded', values: Uint16Array.from([300, 0, 1]), codes: ['x'] });
  });
});
