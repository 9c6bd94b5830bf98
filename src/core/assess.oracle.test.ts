import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assess } from './assess.js';
import type { Assessment } from './assess/types.js';
import type { MeasureId, TestId } from './statistic/registry.js';
import type { TestResult } from './infer/result.js';
import { VALUE_METRICS } from './statistic/subjects.js';

/**
 * Values worked out from the definitions by other routes than the product's own (bench/oracle/statistics.py): every
 * table with the given margins listed in rational numbers, pairs of cells compared one by one, standard errors by
 * numerical derivatives at 40 digits, every grouping made and tested on its own.
 */
type Figures = Record<string, number>;

interface Oracle {
  exact: { counts: number[][]; expect: Record<'fisher' | 'pearson-exact', Figures> }[];
  tables: {
    counts: number[][];
    measures: Record<string, Figures>;
    tests: Record<string, Figures>;
    columns: number[];
    collapsing: { groupings: number; significant: number; V: Figures; gamma: Figures; p: Figures } | null;
    square: { bowker: Figures; 'stuart-maxwell': Figures; 'kappa-z': number } | null;
    four: { mcnemar: Figures & { corrected: Figures; exact: number } } | null;
  }[];
  strata: { strata: number[][][]; expect: Record<string, Figures & { tarone?: Figures }> }[];
  oneWay: {
    counts: number[];
    proportions: number[];
    expect: Figures & { 'likelihood-ratio': Figures; exact: number };
  }[];
  related: { answers: number[][]; expect: Figures };
  codings: { units: (number | null)[][]; expect: Figures };
}

const oracle = JSON.parse(readFileSync(new URL('../../reference/oracle.json', import.meta.url), 'utf8')) as Oracle;

function near(actual: number | undefined, expected: number | undefined, where: string) {
  expect(typeof actual, where).toBe('number');
  const off = Math.abs(actual! - expected!) / Math.max(Math.abs(expected!), 1e-12);
  if (off > 1e-9) expect.fail(`${where}: ${actual} where the oracle has ${expected} (off by ${off})`);
}

/** Compares the fields that the oracle gives and that hold numbers. */
function alike(actual: object | undefined, expected: object, where: string) {
  for (const [field, value] of Object.entries(expected)) {
    if (typeof value === 'number') near((actual as Figures | undefined)?.[field], value, `${where} ${field}`);
  }
}

const none = { method: 'none' } as const;

const test = ({ tests }: Assessment, id: string): TestResult | undefined => tests[id as TestId];

describe('exact tests, against every table listed', () => {
  it.each(oracle.exact.map((example, k) => [k, example] as const))('table %i', (k, { counts, expect: wanted }) => {
    const { tests } = assess({ counts, exact: { method: 'exact' } });
    near(tests.fisher?.p, wanted.fisher['p'], `${k} fisher`);
    near(tests['pearson-exact']?.p, wanted['pearson-exact']['p'], `${k} pearson`);
    const turned = counts[0]!.map((_, j) => counts.map((row) => row[j]!));
    near(assess({ counts: turned }).tests.fisher?.p, wanted.fisher['p'], `${k} turned`);
  });
});

describe('tables, against the definitions', () => {
  it.each(oracle.tables.map((example, k) => [k, example] as const))('table %i', (k, example) => {
    const result = assess({ counts: example.counts, rowLevel: 'ordered', exact: none });
    for (const [id, figures] of Object.entries(example.measures))
      alike(result.measures[id as MeasureId], figures, `${k} ${id}`);
    for (const [id, figures] of Object.entries(example.tests)) alike(test(result, id), figures, `${k} ${id}`);
    result.columnProportions?.pairs.forEach(({ z }, at) => near(z, example.columns[at], `${k} pair ${at}`));
    expect(result.columnProportions?.pairs).toHaveLength(example.columns.length);
    if (example.square) {
      alike(result.tests.bowker, example.square.bowker, `${k} bowker`);
      alike(result.tests['stuart-maxwell'], example.square['stuart-maxwell'], `${k} stuart-maxwell`);
      near(result.measures.kappa?.z, example.square['kappa-z'], `${k} kappa z`);
    }
    if (example.four) {
      const { mcnemar } = result.tests;
      alike(mcnemar, { statistic: example.four.mcnemar['statistic'], p: example.four.mcnemar['p'] }, `${k} mcnemar`);
      alike(mcnemar?.variants?.['continuity-corrected'], example.four.mcnemar.corrected, `${k} corrected`);
      near(mcnemar?.variants?.exact?.p, example.four.mcnemar.exact, `${k} exact`);
    }
    const rows = result.collapsing.find(({ axis }) => axis === 'rows');
    if (example.collapsing) {
      expect(rows?.groupings).toBe(example.collapsing.groupings);
      expect(rows?.significant).toBe(example.collapsing.significant);
      for (const figure of ['V', 'gamma', 'p'] as const)
        alike(rows?.[figure] ?? {}, example.collapsing[figure], `${k} collapsing ${figure}`);
    } else expect(rows).toBeUndefined();
  });
});

describe('strata, against the covariance of every pair of cells', () => {
  it.each(oracle.strata.map((example, k) => [k, example] as const))(
    'split table %i',
    (k, { strata, expect: wanted }) => {
      const result = assess({ strata, exact: none });
      const main = result.tests['mantel-haenszel'];
      alike(main, wanted['general']!, `${k} general`);
      for (const variant of ['row-mean-scores', 'correlation'] as const)
        alike(main?.variants?.[variant], wanted[variant]!, `${k} ${variant}`);
      if (!wanted['breslow-day']) {
        expect(result.absent.map(({ id }) => id)).toContain('breslow-day');
        return;
      }
      const { tarone, ...breslowDay } = wanted['breslow-day'];
      alike(result.tests['breslow-day'], breslowDay, `${k} breslow-day`);
      alike(result.tests['breslow-day']?.variants?.tarone, tarone!, `${k} tarone`);
      alike(result.measures['common-odds-ratio'], wanted['common-odds-ratio']!, `${k} odds`);
    },
  );
});

describe('other shapes, against the definitions', () => {
  it.each(oracle.oneWay.map((example, k) => [k, example] as const))(
    'one-way counts %i',
    (k, { expect: wanted, ...oneWay }) => {
      const result = assess({ oneWay }).tests['goodness-of-fit'];
      alike(result, { statistic: wanted['statistic'], p: wanted['p'] }, `${k}`);
      alike(result?.variants?.['likelihood-ratio'], wanted['likelihood-ratio'], `${k} G²`);
      near(result?.variants?.exact?.p, wanted.exact, `${k} exact`);
      expect(result?.variants?.exact?.sampling?.method).toBe('exact');
    },
  );

  it("Cochran's Q, from a list of respondents and from counted patterns", () => {
    const { answers, expect: wanted } = oracle.related;
    alike(assess({ related: { answers } }).tests['cochran-q'], wanted, 'Q');
    const patterns = [...new Set(answers.map((answer) => answer.join('')))];
    const times = patterns.map((pattern) => answers.filter((answer) => answer.join('') === pattern).length);
    const counted = { answers: patterns.map((pattern) => Array.from(pattern, Number)), times };
    alike(assess({ related: counted }).tests['cochran-q'], wanted, 'Q of patterns');
  });

  it("Krippendorff's alpha of the codings of Krippendorff (2011): .743, .815, .849 and .797", () => {
    const { units, expect: wanted } = oracle.codings;
    const published = { nominal: 0.743, ordinal: 0.815, interval: 0.849, ratio: 0.797 };
    for (const metric of VALUE_METRICS) {
      const result = assess({ codings: { units, metric } }).measures['krippendorff-alpha'];
      near(result?.value, wanted[metric], metric);
      expect(result?.value).toBeCloseTo(published[metric], 3);
      expect(result?.ase).toBeGreaterThan(0);
    }
  });
});

describe('published tables', () => {
  const p = (counts: number[][]) => assess({ counts, exact: { method: 'exact', work: 20_000_000 } }).tests.fisher?.p;

  it('job satisfaction by income: p = .7827 (Agresti 2002, table 2.8)', () => {
    expect(
      p([
        [1, 2, 1, 0],
        [3, 3, 6, 1],
        [10, 10, 14, 9],
        [6, 7, 12, 11],
      ]),
    ).toBeCloseTo(0.7827, 4);
  });

  it('the tea tasting: one-sided p = 17/70 (Fisher 1935)', () => {
    expect(
      assess({
        counts: [
          [3, 1],
          [1, 3],
        ],
      }).tests.fisher?.pGreater,
    ).toBeCloseTo(17 / 70, 14);
  });

  it('approval of the prime minister, first and second survey: McNemar z² = 17.36 (Agresti 2002, table 10.1)', () => {
    const { tests } = assess({
      counts: [
        [794, 150],
        [86, 570],
      ],
    });
    expect(tests.mcnemar?.statistic).toBeCloseTo((150 - 86) ** 2 / (150 + 86), 12);
    expect(tests.mcnemar?.statistic).toBeCloseTo(17.36, 2);
  });
});
