import { describe, expect, it } from 'vitest';
import { readPaper } from '../paper/read-paper.js';
import { cross, part, readIt, SITES } from './cross-tables.fixtures.js';
import { checks, paper } from './papers.fixtures.js';
import { read } from './read.js';
import { workedExamplesOfTable } from './worked-examples/worked-examples-of.js';

describe('the reading of overlapping rows', () => {
  const CROPS = { label: 'Crops', level: 'multiple' as const, labels: ['Beans', 'Onions'] };

  it('tests each option on its own, and never the whole as one', () => {
    const answers = readIt(
      cross(
        CROPS,
        SITES,
        [
          [80, 20, 50],
          [50, 52, 48],
        ],
        [100, 100, 100],
      ),
    );
    const { tests, notes } = part(answers, 'association');
    expect(tests.map(({ name }) => name)).toEqual(['Beans', 'Onions']);
    expect(tests[0]?.text).toContain('adjusted p < .001');
    expect(notes[0]).toContain('1 of 2 options differ by Site');
    expect(notes[0]).toContain('one chi-square over all rows would not be valid');
    expect(part(answers, 'where').cells[0]?.parts.map(({ text }) => text)).toEqual([
      '80% in Mill Row, overall 50%',
      '20% in Quarry Side, overall 50%',
    ]);
    expect(part(answers, 'say').sentence).toMatch(/^1 of 2 options of Crops differed by Site \(N = 300\), Beans most/);
  });

  it('says so when columns overlap, or both do', () => {
    const turned = readIt(
      cross(SITES, CROPS, [
        [10, 20],
        [20, 10],
        [5, 5],
      ]),
    );
    expect(turned[0]?.notes[0]).toContain('Swap rows and columns');
    const both = readIt(
      cross(CROPS, CROPS, [
        [10, 20],
        [20, 10],
      ]),
    );
    expect(both[0]?.verdict).toBe('Not tested.');
  });
});

describe('the overall test of overlapping rows', () => {
  it('leads once the options were counted together', () => {
    const CROPS = { label: 'Crops', level: 'multiple' as const, labels: ['Beans', 'Onions'] };
    const table = cross(
      CROPS,
      SITES,
      [
        [80, 20, 50],
        [50, 52, 48],
      ],
      [100, 100, 100],
    );
    const together = [
      [
        [80, 40],
        [40, 50],
      ],
      [
        [20, 10],
        [10, 52],
      ],
      [
        [50, 25],
        [25, 48],
      ],
    ];
    const { tests, verdict } = part(
      readIt({ ...table, together: together.map((sums) => ({ sums, squares: sums })) }),
      'association',
    );
    expect(tests[0]).toMatchObject({ id: 'equal-mention', lead: true });
    expect(tests[0]?.text).toMatch(/^χ²\(\d\.\d\) = [\d.]+, p < \.001$/);
    expect(verdict).toBe('Yes, p < .001.');
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
    const sums = workedExamplesOfTable(table!, null, 0.95)!;
    expect(sums.has('option-1')).toBe(true);
    expect(sums.of('option-1')?.formula).toContain('X² = Σ (n − e)² / e');
    expect(sums.of('cramers-v@1')?.formula).toContain('V = ');
  });
});
