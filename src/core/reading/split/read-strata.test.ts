import { describe, expect, it } from 'vitest';
import type { AxisLevel } from '../../assess/requests.js';
import { readPaper } from '../../paper/read-paper.js';
import type { Split } from '../../table/split.js';
import { part } from '../cross-tables.fixtures.js';
import { checks, paper } from '../papers.fixtures.js';
import { readSplit } from '../read-within.js';
import { workedExamplesOfSplit } from '../worked-examples/worked-examples-of.js';
import { assessSplit } from './assess-split.js';

function strata(blocks: number[][][], rows: AxisLevel = 'unordered', columns: AxisLevel = 'unordered'): Split {
  const sides = { rows: { title: 'Answer', level: rows }, columns: { title: 'Group', level: columns } };
  const { split } = readPaper(paper('strata', blocks, { sides }));
  if (!split) throw new Error('no strata');
  return split;
}

const readIt = (split: Split) => readSplit(split, assessSplit(split, 0.95), 0.95);

// Better in each year, worse when the years are thrown together.
const REVERSED = [
  [
    [90, 340],
    [10, 60],
  ],
  [
    [280, 60],
    [120, 40],
  ],
];

const OPPOSED = [
  [
    [40, 10],
    [10, 40],
  ],
  [
    [10, 40],
    [40, 10],
  ],
];

const ORDER = [
  [
    [30, 20, 10],
    [20, 20, 20],
    [10, 20, 30],
  ],
  [
    [28, 22, 12],
    [20, 22, 20],
    [12, 20, 28],
  ],
];

describe('the reading of 2 x 2 strata', () => {
  it('leads with Mantel-Haenszel, the common odds ratio, and says it from the labels', () => {
    const answers = readIt(strata(REVERSED));
    const { question, tests, notes } = part(answers, 'association');
    expect(question).toBe('Is there an association within “Year”?');
    expect(tests[0]).toMatchObject({ id: 'mantel-haenszel', lead: true });
    expect(notes.join(' ')).toContain('Without regard to Year: χ²(1) =');
    const { measures, notes: way } = part(answers, 'strength');
    expect(measures[0]).toMatchObject({ id: 'common-odds-ratio', lead: true });
    expect(measures.map(({ name }) => name)).toEqual([
      'Common odds ratio',
      'Year 1, φ',
      'Year 2, φ',
      'All together, φ',
    ]);
    expect(way[0]).toMatch(
      new RegExp(
        String.raw`^Within the same Year, the odds of Answer “r1” are 1\.\d\d times as high ` +
          String.raw`where Group is “c1” as where it is “c2”\.$`,
      ),
    );
    expect(part(answers, 'say').sentence).toMatch(
      new RegExp(
        String.raw`^Within Year \(2 tables\), Answer differed by Group, ` +
          String.raw`Mantel-Haenszel χ²\(1, N = 1,000\) = [\d.]+, p = \.\d+, ` +
          String.raw`common OR = 1\.\d\d \[1\.\d\d, \d\.\d\d\]`,
      ),
    );
  });

  it('warns where all together run the other way', () => {
    expect(checks(readIt(strata(REVERSED)))).toContain('runs the other way than within Year');
    expect(checks(readIt(strata(REVERSED)))).toContain('so one common ratio sums them up');
  });

  it('does not sum up strata whose odds ratios differ', () => {
    const answers = readIt(strata(OPPOSED));
    expect(checks(answers)).toContain('The odds ratios differ (Breslow-Day χ²(1) =');
    expect(part(answers, 'where').verdict).toBe('In each Year.');
    expect(part(answers, 'association').verdict).toBe('Not shown, p = 1.00.');
    expect(part(answers, 'say').sentence).toContain('No association between Answer and Group was shown within Year');
  });

  it('says when an association is gone within the strata', () => {
    const gone = [
      [
        [80, 8],
        [20, 2],
      ],
      [
        [2, 20],
        [8, 80],
      ],
    ];
    expect(checks(readIt(strata(gone)))).toContain('the groups differ in Year, and that alone may account for it');
  });
});

describe('the reading of larger strata', () => {
  it('takes the form of the test that suits the levels', () => {
    const lead = (...levels: AxisLevel[]) => part(readIt(strata(ORDER, ...levels)), 'association').tests[0];
    expect(lead('unordered', 'unordered')).toMatchObject({ id: 'mantel-haenszel' });
    expect(lead('ordered', 'unordered')).toMatchObject({ id: 'mantel-haenszel:row-mean-scores', lead: true });
    expect(lead('unordered', 'ordered')).toMatchObject({ id: 'mantel-haenszel:row-mean-scores', lead: true });
    expect(lead('ordered', 'ordered')).toMatchObject({ id: 'mantel-haenszel:correlation', lead: true });
    expect(lead('ordered', 'ordered')?.text).toMatch(/^χ²\(1\) = /);
    expect(lead('ordered', 'unordered')?.text).toMatch(/^χ²\(2\) = /);
  });

  it('says which way in which strata, and whether they differ in strength', () => {
    const against = [ORDER[0]!, ORDER[1]!.map((line) => [...line].reverse())];
    const answers = readIt(strata(against, 'ordered', 'ordered'));
    expect(part(answers, 'strength').notes).toEqual([
      'Group nearer “c1” goes with Answer nearer “r1” in “Year 1”.',
      'Group nearer “c1” goes with Answer nearer “r3” in “Year 2”.',
    ]);
    expect(checks(answers)).toContain('The strength differs');
    expect(checks(readIt(strata(ORDER, 'ordered', 'ordered')))).toContain('The intervals of τb overlap');
  });

  it('leaves strata out in which there is nothing to compare', () => {
    const answers = readIt(
      strata([
        ...ORDER,
        [
          [5, 0, 0],
          [0, 0, 0],
          [0, 0, 0],
        ],
      ]),
    );
    expect(checks(answers)).toContain('There is nothing to compare in “Year 3”');
    expect(checks(answers)).toContain('Base under 30: “Year 3”');
  });

  it('shows the sum of each, of a stratum too', () => {
    const split = strata(ORDER, 'ordered', 'ordered');
    const assessment = assessSplit(split, 0.95);
    const sums = workedExamplesOfSplit(split, assessment, 0.95);
    expect(sums.of('mantel-haenszel:correlation')?.result).toBe(
      assessment.within?.tests['mantel-haenszel']?.variants?.correlation?.statistic,
    );
    expect(sums.of('gamma@Year 2')?.result).toBeCloseTo(assessment.strata[1]?.measures.gamma?.value ?? NaN, 12);
    expect(sums.of('mantel-haenszel:correlation')?.steps[1]).toMatch(/^Year 2: n − m = /);
    expect(sums.has('no-such')).toBe(false);
  });
});
