import { expect, test } from 'vitest';
import type { NestView } from '../../core/view/types.js';
import { drawnColumns } from './drawn-columns.js';

const leaf = (code: string) => ({ is: code === '' ? 'total' : 'answer', code, label: code, path: [] }) as const;
const nests: NestView[] = [
  { title: 'Site', leaves: ['', 'a', 'b'].map(leaf) },
  { title: 'Season', leaves: ['', 'x'].map(leaf) },
];

test('all columns stand one beside the other, each nest with its own total', () => {
  const { columns, after } = drawnColumns(nests, null);
  expect(columns.map(({ nest, column, isTotal }) => [nest, column, isTotal])).toEqual([
    [0, 0, true],
    [0, 1, false],
    [0, 2, false],
    [1, 0, true],
    [1, 1, false],
  ]);
  expect(columns.every(({ gap }) => gap === 0)).toBe(true);
  expect(after).toBe(0);
});

test('of some, the others are left free: drawn and free together are all of them', () => {
  const { columns, after } = drawnColumns(nests, [1, 2, 4]);
  expect(columns.map(({ key, gap }) => [key, gap])).toEqual([
    ['0 a', 1],
    ['0 b', 0],
    ['1 x', 1],
  ]);
  expect(columns.reduce((sum, { gap }) => sum + gap + 1, after)).toBe(5);
  expect(drawnColumns(nests, []).after).toBe(5);
});
