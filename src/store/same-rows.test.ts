import Database from 'better-sqlite3';
import { expect, it } from 'vitest';
import { sameRows } from './same-rows.js';

const listed = sameRows(([id, ...items]: readonly unknown[]) => ({ id, items }));

it('gives the same object for a row that is as it was, in each file by itself, and another for one that is not', () => {
  const [here, there] = [new Database(':memory:'), new Database(':memory:')];
  const first = listed(here, [
    [1, 'a', null],
    [2, 'b'],
  ]);
  const again = listed(here, [
    [2, 'b', 'c'],
    [1, 'a', null],
  ]);
  expect(again[1]).toBe(first[0]);
  expect(again[0]).toEqual({ id: 2, items: ['b', 'c'] });
  // What was looked at and taken back is the same again; what was another twice since is not.
  expect(listed(here, [[2, 'b']])[0]).toBe(first[1]);
  listed(here, [[2]]);
  listed(here, [[2, 'c']]);
  expect(listed(here, [[2, 'b']])[0]).not.toBe(first[1]);
  expect(listed(there, [[1, 'a', null]])[0]).not.toBe(first[0]);
});
