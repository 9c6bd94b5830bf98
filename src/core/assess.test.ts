import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assess, MEASURE_IDS, TEST_IDS } from './assess.js';

interface Reference {
  counts: number[][];
  expect: {
    tests: Record<string, Record<string, number>>;
    measures: Record<string, Record<string, number>>;
    cells: Record<string, number[][]>;
  };
}

const reference = JSON.parse(
  readFileSync(new URL('../../reference/assess.json', import.meta.url), 'utf8'),
) as Reference[];

/** Relative to the reference; near nothing, relative to 1e-12. */
function close(actual: unknown, expected: number, where: string) {
  expect(typeof actual, where).toBe('number');
  const error = Math.abs((actual as number) - expected) / Math.max(Math.abs(expected), 1e-300);
  if (error > 1e-9 && Math.abs((actual as number) - expected) > 1e-14) {
    expect.fail(`${where}: ${String(actual)} where the reference has ${expected} (off by ${error})`);
  }
}

describe('assess, against the reference', () => {
  it.each(reference.map((one, k) => [k, one] as const))('table %i', (k, { counts, expect: wanted }) => {
    const result = assess({ counts });
    for (const id of TEST_IDS) {
      const size = counts.length * (counts[0]?.length ?? 0);
      if (!(id in wanted.tests) || (id === 'fisher' && size > 4)) continue;
      for (const [field, value] of Object.entries(wanted.tests[id] ?? {})) {
        close((result.tests[id] as unknown as Record<string, number>)[field], value, `${k} ${id} ${field}`);
      }
    }
    for (const id of MEASURE_IDS) {
      for (const [field, value] of Object.entries(wanted.measures[id] ?? {})) {
        close((result.measures[id] as unknown as Record<string, number>)[field], value, `${k} ${id} ${field}`);
      }
    }
    for (const part of ['expected', 'adjustedResidual'] as const) {
      wanted.cells[part]?.forEach((row, i) =>
        row.forEach((value, j) => close(result.cells?.[part][i]?.[j], value, `${k} ${part} ${i},${j}`)),
      );
    }
  });
});
