import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';

interface Case {
  groups: number[];
  mentions: number[][];
  options: number;
  weights: number[] | null;
  expect: {
    'equal-mention': { raw: number; statistic: number; df: number; p: number };
    options?: { option: number; statistic: number; p: number }[];
  };
}

/** Worked out respondent by respondent, and by eigenvalues, in bench/oracle/multiple.py. */
const cases = JSON.parse(readFileSync(new URL('../../../reference/multiple.json', import.meta.url), 'utf8')) as Case[];

function near(mine: number | undefined, theirs: number, what: string): void {
  expect(Math.abs((mine ?? NaN) - theirs) / Math.max(1e-300, Math.abs(theirs)), what).toBeLessThan(1e-9);
}

describe('a multiple-response question, against its definition', () => {
  it.each(cases.map((example, k) => [k, example] as const))(
    'case %i: the overall test, and each option',
    (k, { expect: wanted, weights, ...asked }) => {
      const result = assess({ multiple: { ...asked, ...(weights ? { weights } : {}) } });
      const { raw, statistic, df, p } = wanted['equal-mention'];
      const mine = result.tests['equal-mention'];
      near(mine?.raw, raw, `${k} raw`);
      near(mine?.statistic, statistic, `${k} statistic`);
      near(mine?.df, df, `${k} df`);
      near(mine?.p, p, `${k} p`);
      for (const item of wanted.options ?? []) {
        const option = result.options.find((own) => own.option === item.option);
        near(option?.tests.pearson?.statistic, item.statistic, `${k} option ${item.option}`);
        near(option?.tests.pearson?.p, item.p, `${k} p of option ${item.option}`);
      }
    },
  );
});
