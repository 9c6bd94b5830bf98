import { byId } from '../by-id.js';
import { describe, expect, it } from 'vitest';
import type { AxisLevel } from '../assess/requests.js';
import { type Paper, type PaperKind } from '../paper/paper.js';
import { readPaper } from '../paper/read-paper.js';
import type { Split } from '../table/split.js';
import { readCodings } from './read-codings.js';
import { readRelated } from './read-related.js';
import { read } from './read.js';
import { readSplit } from './read-within.js';
import { assessSplit } from './split/assess-split.js';
import { sumsOfSplit, sumsOfTable } from './sums/sums-of.js';
import type { Answer } from './types.js';

function paper(kind: PaperKind, blocks: number[][][], more: Partial<Paper> = {}): Paper {
  return {
    kind,
    rows: blocks[0]!.map((_, i) => `r${i + 1}`),
    columns: blocks[0]![0]!.map((_, j) => `c${j + 1}`),
    blocks: blocks.map((cells, b) => ({ name: `Year ${b + 1}`, cells: cells.map((line) => line.map(String)) })),
    sides: { rows: { title: 'Answer', level: 'unordered' }, columns: { title: 'Group', level: 'unordered' } },
    within: 'Year',
    metric: 'nominal',
    keepTotals: true,
    ...more,
  };
}
const part = (answers: Answer[], id: Answer['id']) => {
  const found = byId(answers, id);
  if (!found) throw new Error(`no answer ${id}`);
  return found;
};
const checks = (answers: Answer[]) =>
  part(answers, 'trust')
    .checks.map(({ text }) => text)
    .join(' ');

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
    const known = assessSplit(split, 0.95);
    const sums = sumsOfSplit(split, known, 0.95);
    expect(sums.of('mantel-haenszel:correlation')?.result).toBe(
      known.within?.tests['mantel-haenszel']?.variants?.correlation?.statistic,
    );
    expect(sums.of('gamma@Year 2')?.result).toBeCloseTo(known.strata[1]?.measures.gamma?.value ?? NaN, 12);
    expect(sums.of('mantel-haenszel:correlation')?.steps[1]).toMatch(/^Year 2: n − m = /);
    expect(sums.has('no-such')).toBe(false);
  });
});

describe('the reading of overlapping options on paper', () => {
  const { table } = readPaper(
    paper('multiple', [
      [
        [100, 100, 90],
        [80, 75, 58],
        [30, 60, 55],
      ],
    ]),
  );
  it('tests each option by the groups, and gives its size', () => {
    const answers = read(table!, null, 0.95);
    expect(part(answers, 'association').tests[0]?.name).toBe('r3');
    expect(part(answers, 'strength').measures[0]).toMatchObject({ name: 'r3', unit: 'coefficient' });
    expect(part(answers, 'trust').checks).toEqual([
      { ok: true, text: 'No option has an expected count below 5 in any group, mentioned or not.' },
    ]);
    const few = readPaper(
      paper('multiple', [
        [
          [20, 10],
          [3, 2],
          [19, 4],
        ],
      ]),
    ).table;
    expect(checks(read(few!, null, 0.95))).toContain('Expected counts below 5 in some group: r2 and r3.');
  });
  it('shows the sum of an option', () => {
    const sums = sumsOfTable(table!, null, 0.95)!;
    expect(sums.has('option-1')).toBe(true);
    expect(sums.of('option-1')?.formula).toContain('X² = Σ (n − e)² / e');
    expect(sums.of('size-1')?.formula).toContain('V = ');
  });
});

describe('the reading of one list of counts', () => {
  const one = (counts: number[][]) => readPaper(paper('one-way', [counts]));
  it('compares with equal shares, or with those that are expected', () => {
    const { table, proportions } = one([
      [52, 50],
      [31, 25],
      [17, 25],
    ]);
    const equal = part(read(table!, null, 0.95), 'association');
    expect(equal).toMatchObject({
      question: 'Do they depart from equal shares?',
      verdict: 'Yes, p < .001.',
      behind: true,
    });
    expect(read(table!, null, 0.95)[0]?.id).not.toBe('association');
    const given = read(table!, null, 0.95, { proportions });
    expect(part(given, 'association').behind).toBe(false);
    expect(part(given, 'association').tests[0]?.text).toBe('χ²(2) = 4.08, p = .13');
    expect(part(given, 'say').sentence).toContain('; against the shares expected, χ²(2, N = 100) = 4.08, p = .13.');
  });
  it('works p out over all tables where counts are few', () => {
    const { table } = one([
      [3, 1],
      [0, 1],
      [1, 1],
    ]);
    expect(part(read(table!, null, 0.95), 'association').tests[0]?.id).toBe('goodness-of-fit:exact');
  });
});

describe('the reading of related answers', () => {
  const request = {
    related: {
      answers: [
        [1, 1, 1],
        [1, 1, 0],
        [1, 0, 0],
        [0, 1, 0],
      ],
      times: [24, 17, 21, 2],
    },
  };
  const answers = readRelated(request, ['Tap', 'Store', 'Compost'], 0.95);
  it('leads with Q, and names the pairs that differ', () => {
    expect(part(answers, 'association').tests[0]).toMatchObject({ id: 'cochran-q', lead: true });
    expect(part(answers, 'where').notes[0]).toMatch(/^“Tap” and “Compost”: adjusted p < \.001\.$/);
    expect(part(answers, 'strength').measures.map(({ value }) => value)).toEqual([62 / 64, 43 / 64, 24 / 64]);
    expect(part(answers, 'say').sentence).toMatch(
      /^Yes was said more often .* from 38% to “Compost” up to 97% to “Tap”/,
    );
  });
  it('says when only few changed, and when nobody did', () => {
    const few = readRelated(
      {
        related: {
          answers: [
            [1, 0],
            [1, 1],
          ],
          times: [4, 90],
        },
      },
      ['a', 'b'],
      0.95,
    );
    expect(checks(few)).toContain('Only 4 respondents');
    const none = readRelated({ related: { answers: [[1, 1]] } }, ['a', 'b'], 0.95);
    expect(none[0]?.notes[0]).toContain('same answer to all questions');
  });
});

describe('the reading of codings', () => {
  const agreed = Array.from({ length: 30 }, (_, k) => [k % 3, k % 3, k === 4 ? 0 : k % 3]);
  it('says whether the coding can be relied on, by the limits of the literature', () => {
    const good = readCodings({ codings: { units: agreed } }, 0.95);
    expect(part(good, 'strength').verdict).toBe('Yes, the coding can be relied on.');
    expect(part(good, 'say').sentence).toMatch(/^3 coders, 30 units: Krippendorff's α = \.97 \[\.\d\d, 1\.00\]/);
    const poor = readCodings(
      { codings: { units: agreed.map(([a], k) => [a!, (k * 7) % 3 === 0 ? a! : (a! + k) % 3]) } },
      0.95,
    );
    expect(part(poor, 'strength').verdict).toMatch(/^(Too little to build on|No more than chance)/);
  });
  it('leaves out units of one coding, and says when nothing can be compared', () => {
    expect(checks(readCodings({ codings: { units: [...agreed, [1, null, null]] } }, 0.95))).toContain(
      '1 unit with fewer than two',
    );
    expect(
      readCodings(
        {
          codings: {
            units: [
              [1, 1],
              [1, 1],
            ],
          },
        },
        0.95,
      )[0]?.verdict,
    ).toBe('Cannot be said.');
  });
});
