import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { determined, type KnownSum } from './determined.js';
import { bridges } from './disclosure.fixtures.js';

describe('what follows from sums', () => {
  it('is what stands alone in one of them, and what is left of another without it', () => {
    const sums: KnownSum[] = [
      new Map([['a', 1]]),
      new Map([
        ['a', 1],
        ['b', -1],
      ]),
      new Map([
        ['c', 1],
        ['d', 1],
      ]),
    ];
    expect(determined(sums)).toEqual(new Set(['a', 'b']));
    expect(determined([])).toEqual(new Set());
  });

  it('of the hidden cells of a table with its margins are those that join two parts of it', () => {
    const mask = fc.array(fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }), { minLength: 2, maxLength: 5 });
    fc.assert(
      fc.property(mask, (hidden) => {
        const cells = hidden.flatMap((line, i) => line.flatMap((is, j) => (is ? [{ i, j }] : [])));
        const key = ({ i, j }: { i: number; j: number }) => `${i} ${j}`;
        const sumOf = (own: typeof cells): KnownSum => new Map(own.map((cell) => [key(cell), 1]));
        const sums = [
          ...hidden.map((_, line) => sumOf(cells.filter(({ i }) => i === line))),
          ...[0, 1, 2, 3].map((column) => sumOf(cells.filter(({ j }) => j === column))),
        ];
        const alone = bridges(cells.map(({ i, j }) => [`line ${i}`, `column ${j}`] as const));
        expect([...determined(sums)].sort()).toEqual(
          cells
            .filter((_, k) => alone[k])
            .map(key)
            .sort(),
        );
      }),
    );
  });
});
