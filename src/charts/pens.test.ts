import { describe, expect, it } from 'vitest';
import { penDefinitions, pensFor } from './pens.js';

describe('pens', () => {
  it('differ from each other, and run from rising to falling', () => {
    for (let n = 2; n <= 7; n++) {
      const pens = pensFor(n);
      expect(new Set(pens.map(({ id }) => id)).size).toBe(n);
      expect(pens[0]?.angle).toBe(45);
      expect(pens.at(-1)?.angle).toBe(-45);
    }
    expect(pensFor(12)).toHaveLength(12);
  });
  it('are all defined', () => {
    const definitions = penDefinitions();
    for (const { id } of pensFor(8)) expect(definitions).toContain(`id="pen-${id}"`);
  });
});
