import { byId } from '../by-id.js';
import { describe, expect, it } from 'vitest';
import type { Level, Variable } from '../codebook/types.js';
import type { Table } from '../table/table.js';
import { marksOf } from './marks.js';
import { assess } from '../assess.js';
import { assessTable, read, requestOf } from './read.js';
import type { Answer } from './types.js';
import { and } from '../words.js';
import { coefficient, numeral, percent, sayP, statistic } from './words.js';

function variable(label: string, level: Level, labels: string[]): Variable {
  return {
    id: 1,
    name: label.toLowerCase(),
    label,
    question: '',
    level,
    codes: labels.map((one, k) => ({ code: String(k + 1), label: one, missing: null })),
  };
}

interface Side {
  label: string;
  level?: Level;
  labels: string[];
}

/** A cross table of these counts, nobody left out. */
function cross(rows: Side, columns: Side, cells: number[][], bases?: number[]): Table {
  const side = ({ label, level = 'unordered', labels }: Side) => ({
    variable: variable(label, level, labels),
    categories: labels.map((one, k) => ({
      code: String(k + 1),
      label: one,
      kind: level === 'multiple' ? ('option' as const) : ('answer' as const),
    })),
    multiple: level === 'multiple',
  });
  const rowTotals = cells.map((row) => row.reduce((a, b) => a + b, 0));
  const columnSums = cells[0]!.map((_, j) => cells.reduce((sum, row) => sum + row[j]!, 0));
  const columnBases = bases ?? columnSums;
  const base = columnBases.reduce((a, b) => a + b, 0);
  return {
    rows: side(rows),
    columns: side(columns),
    cells,
    rowTotals,
    columnBases,
    base,
    mentions: rows.level === 'multiple' ? { columns: columnSums, total: columnSums.reduce((a, b) => a + b, 0) } : null,
    weighted: null,
    together: null,
    total: base,
    leftOut: [],
  };
}

const readIt = (table: Table): Answer[] => read(table, assessTable(table, 0.95), 0.95);
const part = (answers: Answer[], id: Answer['id']) => {
  const found = byId(answers, id);
  if (!found) throw new Error(`no answer ${id}`);
  return found;
};

const SITES = { label: 'Site', labels: ['Mill Row', 'Quarry Side', 'Weir End'] };
const HAPPY = {
  label: 'Satisfaction',
  level: 'ordered' as const,
  labels: ['Very satisfied', 'Neither', 'Very dissatisfied'],
};

describe('the reading of a cross table', () => {
  const strong = readIt(
    cross(HAPPY, SITES, [
      [60, 10, 40],
      [30, 30, 35],
      [10, 60, 25],
    ]),
  );

  it('answers the five questions in order', () => {
    expect(strong.map(({ question }) => question)).toEqual([
      'Is there an association?',
      'How strong, which way?',
      'Where in the table?',
      'Can it be trusted?',
      'How do I say it?',
    ]);
  });

  it('says whether, and how strong: of an ordered variable by groups by mean scores on ranks, and eta', () => {
    expect(part(strong, 'association').verdict).toBe('Yes, p < .001.');
    const [lead, beside] = part(strong, 'association').tests;
    expect(lead).toMatchObject({ id: 'kruskal-wallis', lead: true });
    expect(lead?.text).toMatch(/^H\(2\) = \d+\.\d, p < \.001$/);
    expect(beside).toMatchObject({ id: 'pearson', beside: true });
    expect(beside?.text).toMatch(/^χ²\(4\) = \d+\.\d, p < \.001$/);
    expect(part(strong, 'strength').measures[0]?.id).toBe('eta:rows');
    expect(part(strong, 'strength').notes.join(' ')).toContain('Site is not');
  });

  it('says which share of errors is saved, only where lambda saves any', () => {
    expect(part(strong, 'strength').notes).toContainEqual(
      expect.stringMatching(/^Knowing Site saves \d+% of the errors in predicting Satisfaction\.$/),
    );
    const same = readIt(
      cross(HAPPY, SITES, [
        [90, 55, 58],
        [30, 40, 35],
        [5, 25, 35],
      ]),
    );
    expect(part(same, 'strength').notes.join(' ')).toContain('saves no error');
  });

  it('says nothing of errors saved where no association is shown', () => {
    const none = readIt(
      cross(HAPPY, SITES, [
        [60, 55, 58],
        [30, 30, 35],
        [20, 25, 15],
      ]),
    );
    expect(part(none, 'association').verdict).toMatch(/^Not shown/);
    expect(part(none, 'strength').notes.join(' ')).not.toContain('error');
  });

  it('names the cells that carry the association, by their labels, with their hatch', () => {
    const [first] = part(strong, 'where').cells;
    expect(first?.subject).toBe('Site: Quarry Side');
    expect(first?.parts[0]).toEqual({
      text: 'Satisfaction “Very dissatisfied”: 60%, overall 32%',
      direction: 'more',
      strong: true,
    });
    expect(first?.parts[1]).toEqual({
      text: 'Satisfaction “Very satisfied”: 10%, overall 37%',
      direction: 'fewer',
      strong: true,
    });
    expect(part(strong, 'where').notes[0]).toMatch(/^\d of 9 cells stand out and make up \d+% of χ²\.$/);
  });

  it('gives a sentence for the report with figures in the usual style, and no cause in it', () => {
    const { sentence } = part(strong, 'say');
    expect(sentence).toMatch(
      new RegExp(
        String.raw`^Satisfaction differed by Site, H\(2\) = [\d.]+, p < \.001, N = 300, ` +
          String.raw`η = \.\d\d \[\.\d\d, \.\d\d\]: ` +
          String.raw`Satisfaction is “Very (satisfied|dissatisfied)” for 60% ` +
          String.raw`where Site is “[A-Z][a-z]+ [A-Z][a-z]+”, ` +
          String.raw`and for 10% where it is “[A-Z][a-z]+ [A-Z][a-z]+”\.$`,
      ),
    );
    expect(sentence).not.toMatch(/cause|because|effect|leads to|due to/i);
  });

  it('claims nothing where nothing is shown', () => {
    const none = readIt(
      cross(HAPPY, SITES, [
        [33, 34, 33],
        [33, 33, 34],
        [34, 33, 33],
      ]),
    );
    expect(part(none, 'association').verdict).toBe('Not shown, p = .99.');
    expect(part(none, 'where').cells).toEqual([]);
    expect(part(none, 'where').notes[0]).toContain('No cell departs');
    expect(part(none, 'say').sentence).toMatch(/^No association between Satisfaction and Site was shown, /);
  });

  it('calls small expected counts out, and what to do', () => {
    const small = readIt(
      cross(HAPPY, SITES, [
        [3, 1, 0],
        [1, 2, 4],
        [2, 0, 5],
      ]),
    );
    const check = part(small, 'trust').checks.find(({ text }) => text.includes('expected'));
    expect(check?.ok).toBe(false);
    expect(check?.text).toBe(
      '9 of 9 cells (100%) have expected counts below 5; the smallest is 0.7. Chi-square is doubtful here: ' +
        'wait for the exact test, or merge small categories.',
    );
    expect(part(small, 'trust').checks.some(({ text }) => text.startsWith('Base under 30'))).toBe(true);
  });

  it('has nothing to test with a single group, and says why', () => {
    const answers = readIt(cross(HAPPY, { label: 'Site', labels: ['Mill Row'] }, [[3], [1], [2]]));
    expect(answers).toHaveLength(1);
    expect(answers[0]?.notes[0]).toContain('Only one column');
  });

  it('minds a large share of silence', () => {
    const table = cross(HAPPY, SITES, [
      [60, 10, 40],
      [30, 30, 35],
      [10, 60, 25],
    ]);
    const silent = {
      ...table,
      total: 400,
      leftOut: [{ why: 'missing' as const, variable: 'Satisfaction', reason: 'Refused', respondents: 100 }],
    };
    const check = part(readIt(silent), 'trust').checks.at(-1);
    expect(check?.ok).toBe(false);
    expect(check?.text).toContain('100 of 400 respondents (25%)');
    const filtered = {
      ...silent,
      leftOut: [{ why: 'outside' as const, variable: 'Site', reason: 'other', respondents: 100 }],
    };
    expect(part(readIt(filtered), 'trust').checks.at(-1)?.text).toBe('Nobody is left out for want of an answer.');
  });
});

describe('direction, from the labels', () => {
  const USE = { label: 'Uses the hut', level: 'ordered' as const, labels: ['Weekly', 'Monthly', 'Never'] };

  it('leads with tau-b where both are ordered, and says which end goes with which', () => {
    const along = readIt(
      cross(HAPPY, USE, [
        [40, 20, 5],
        [20, 30, 20],
        [5, 20, 40],
      ]),
    );
    expect(part(along, 'association').tests[0]).toMatchObject({ id: 'linear-trend', lead: true });
    expect(part(along, 'strength').measures[0]?.id).toBe('kendall-tau-b');
    expect(part(along, 'strength').size?.symbol).toBe('τb');
    expect(part(along, 'strength').notes[0]).toBe(
      'Uses the hut nearer “Weekly” goes with Satisfaction nearer “Very satisfied”, and nearer “Never” with ' +
        'nearer “Very dissatisfied”.',
    );
    expect(part(along, 'say').sentence).toMatch(/τb = \.\d\d \[.* Uses the hut nearer “Weekly” goes with/);
  });

  it('turns the words, not only the sign, when the codes run the other way', () => {
    const against = readIt(
      cross(HAPPY, USE, [
        [5, 20, 40],
        [20, 30, 20],
        [40, 20, 5],
      ]),
    );
    expect(part(against, 'strength').measures[0]?.value).toBeLessThan(0);
    expect(part(against, 'strength').notes[0]).toBe(
      'Uses the hut nearer “Weekly” goes with Satisfaction nearer “Very dissatisfied”, and nearer “Never” ' +
        'with nearer “Very satisfied”.',
    );
  });

  it('compares the shares on 2 x 2, and leads with phi', () => {
    const two = readIt(
      cross({ label: 'Renews', labels: ['Yes', 'No'] }, { label: 'Shares', labels: ['Alone', 'Together'] }, [
        [40, 80],
        [60, 20],
      ]),
    );
    expect(part(two, 'strength').measures[0]?.id).toBe('phi');
    expect(part(two, 'strength').notes[0]).toBe(
      'Renews is “Yes” for 80% where Shares is “Together”, and for 40% where it is “Alone”.',
    );
    expect(part(two, 'strength').notes[1]).toBe(
      'Renews “Yes” goes with Shares “Together”: φ is below 0 because “Yes” and “Alone” come first in their codes.',
    );
    const names = part(two, 'strength').measures.map(({ name }) => name);
    expect(names).toContain('Odds ratio of Renews “Yes”, Shares “Alone” against “Together”');
    expect(names).toContain('Risk difference of Renews “Yes”, Shares “Alone” less “Together”');
  });

  it("stands on Fisher's test where a 2 x 2 table is small", () => {
    const two = readIt(
      cross({ label: 'Renews', labels: ['Yes', 'No'] }, { label: 'Shares', labels: ['Alone', 'Together'] }, [
        [3, 1],
        [1, 3],
      ]),
    );
    expect(part(two, 'association').tests[0]?.id).toBe('fisher');
    expect(part(two, 'association').tests[0]?.text).toBe('p = .49');
    expect(part(two, 'say').sentence).toContain("Fisher's exact p = .49");
  });
});

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

describe('marks', () => {
  const CROPS = { label: 'Crops', level: 'multiple' as const, labels: ['Beans', 'Onions'] };

  it('stand in the shape of the table, with nothing where nobody is', () => {
    const table = cross(HAPPY, SITES, [
      [60, 0, 40],
      [30, 0, 35],
      [0, 0, 0],
    ]);
    const marks = marksOf(table, assessTable(table, 0.95));
    expect(marks?.map((row) => row.map((mark) => mark !== null))).toEqual([
      [true, false, true],
      [true, false, true],
      [false, false, false],
    ]);
    expect(marks?.[0]?.[0]?.expected).toBeCloseTo((100 * 90) / 165, 10);
  });

  it('compare each option on its own, mentioned or not, adjusted over the whole table', () => {
    const table = cross(
      CROPS,
      SITES,
      [
        [80, 20, 50],
        [50, 52, 48],
      ],
      [100, 100, 100],
    );
    const marks = marksOf(table, null);
    const alone = assessTable(
      cross({ label: 'Beans', labels: ['Yes', 'No'] }, SITES, [
        [80, 20, 50],
        [20, 80, 50],
      ]),
      0.95,
    );
    expect(marks?.[0]?.map((mark) => mark?.residual)).toEqual(alone?.cells?.adjustedResidual[0]);
    expect(marks?.[0]?.[0]?.p).toBeGreaterThanOrEqual(alone?.cells?.p[0]?.[0] ?? 1);
    expect(marks?.[1]?.every((mark) => (mark?.p ?? 0) > 0.5)).toBe(true);
  });

  it('are not there where groups overlap, or where there are none', () => {
    expect(
      marksOf(
        cross(SITES, CROPS, [
          [10, 20],
          [20, 10],
          [5, 5],
        ]),
        null,
      ),
    ).toBeNull();
    expect(
      marksOf(
        {
          ...cross(CROPS, SITES, [
            [1, 2, 3],
            [1, 2, 3],
          ]),
          columns: null,
        },
        null,
      ),
    ).toBeNull();
  });
});

describe('the reading of a number', () => {
  const ages = Array.from({ length: 41 }, (_, k) => String(20 + k));
  const number = (totals: number[]): Table => ({
    ...cross(
      { label: 'Age', level: 'number', labels: ages },
      { label: '', labels: [''] },
      totals.map((n) => [n]),
    ),
    rows: {
      variable: variable('Age', 'number', []),
      categories: ages.map((code) => ({ code, label: code, kind: 'answer' as const })),
      multiple: false,
    },
    columns: null,
  });

  it('tells the median and the quartiles, not the most frequent value', () => {
    const answers = readIt(number(ages.map(() => 10)));
    expect(part(answers, 'where').verdict).toBe('40, the median.');
    expect(part(answers, 'where').notes[0]).toBe('Half of the respondents are from 30 to 50.');
    expect(part(answers, 'say').sentence).toBe(
      'Age: median 40 (quartiles 30 and 50), mean 40 (SD 11.8), from 20 to 60, n = 410.',
    );
    expect(part(answers, 'trust').checks[0]).toEqual({ ok: true, text: 'Mean and median are close together.' });
  });

  it('minds a long tail', () => {
    const answers = readIt(number(ages.map((_, k) => Math.round(1000 / (k + 1) ** 2))));
    expect(part(answers, 'trust').checks[0]?.ok).toBe(false);
    expect(part(answers, 'trust').checks[0]?.text).toContain('draws the mean up');
  });
});

describe('the reading of a frequency table', () => {
  const frequency = (cells: number[][], level: Level = 'unordered'): Table => ({
    ...cross({ label: 'Site', level, labels: ['Mill Row', 'Quarry Side', 'Weir End'] }, SITES, cells, [100]),
    columns: null,
  });
  it('says what leads and how sure that is', () => {
    const answers = readIt(frequency([[60], [25], [15]]));
    expect(part(answers, 'where').verdict).toBe('Mill Row, 60%.');
    expect(part(answers, 'trust').checks[0]).toMatchObject({ ok: true });
    expect(part(answers, 'say').sentence).toBe(
      'Site: “Mill Row” was given by 60% of 100 respondents (95% interval 50% to 69%), followed by “Quarry ' +
        'Side” with 25%.',
    );
  });
  it('does not call a winner where the intervals meet', () => {
    expect(part(readIt(frequency([[40], [38], [22]])), 'trust').checks[0]).toEqual({
      ok: false,
      text: 'Mill Row and Quarry Side are too close to call: their intervals overlap.',
    });
  });
  it('is silent on an empty table', () => {
    expect(readIt({ ...frequency([[0], [0], [0]]), base: 0 })).toEqual([]);
  });
});

describe('figures in words', () => {
  it('writes p, coefficients and shares in the usual style', () => {
    expect([sayP(0.0004), sayP(0.0042), sayP(0.032), sayP(0.5)]).toEqual([
      'p < .001',
      'p = .004',
      'p = .032',
      'p = .50',
    ]);
    expect([coefficient(0.134), coefficient(-0.07), coefficient(1), coefficient(-0.001)]).toEqual([
      '.13',
      '−.07',
      '1.00',
      '.00',
    ]);
    expect([percent(0.004), percent(0), percent(0.425)]).toEqual(['under 1%', '0%', '43%']);
    expect([statistic(3.14159), statistic(148.24), statistic(12345.6)]).toEqual(['3.14', '148.2', '12,346']);
    expect([numeral(3), numeral(30)]).toEqual(['three', '30']);
    expect([and([]), and(['a']), and(['a', 'b', 'c'])]).toEqual(['', 'a', 'a, b and c']);
  });
});

describe('what suits the variables', () => {
  const USE = { label: 'Uses the hut', level: 'ordered' as const, labels: ['Weekly', 'Monthly', 'Never'] };
  const leads = (answers: Answer[]) =>
    part(answers, 'strength')
      .measures.filter(({ lead }) => lead)
      .map(({ id }) => id);
  const cells = [
    [60, 10, 40],
    [30, 30, 35],
    [10, 60, 25],
  ];

  it('leads with V and lambda, eta and V, tau-b and its kin, or phi and the odds', () => {
    const COLOURS = { label: 'Shed', labels: ['Green', 'Brown', 'White'] };
    expect(leads(readIt(cross(COLOURS, SITES, cells)))).toEqual(['cramers-v', 'lambda:rows']);
    expect(leads(readIt(cross(HAPPY, SITES, cells)))).toEqual(['eta:rows', 'cramers-v']);
    expect(leads(readIt(cross(SITES, HAPPY, cells)))).toEqual(['eta:columns', 'cramers-v']);
    expect(leads(readIt(cross(HAPPY, USE, cells)))).toEqual(['kendall-tau-b', 'gamma', 'somers-d:rows']);
    const two = [
      [40, 80],
      [60, 20],
    ];
    const yes = { label: 'Renews', labels: ['Yes', 'No'] };
    expect(leads(readIt(cross(yes, { label: 'Shares', labels: ['Alone', 'Together'] }, two)))).toEqual([
      'phi',
      'odds-ratio',
      'risk-difference',
    ]);
  });

  it('names variables and not rows and columns, and leaves out what reads an order that is not there', () => {
    const { measures } = part(readIt(cross(HAPPY, SITES, cells)), 'strength');
    const names = measures.map(({ name }) => name);
    expect(names).toContain('Lambda, predicting Satisfaction');
    expect(names).toContain('Eta, Satisfaction by Site');
    expect(measures.map(({ id }) => id)).not.toContain('gamma');
    expect(measures.map(({ id }) => id)).not.toContain('kappa');
    expect(names.join(' ')).not.toMatch(/\b(rows|columns)\b/);
  });

  it('says in whom an answer is more frequent, and what share of the spread is accounted for', () => {
    const { notes } = part(readIt(cross(HAPPY, SITES, cells)), 'strength');
    expect(notes[0]).toBe(
      'Satisfaction is “Very satisfied” for 60% where Site is “Mill Row”, and for 10% where it is “Quarry Side”.',
    );
    expect(notes.join(' ')).toMatch(/Site accounts for \d+% of the spread in Satisfaction/);
  });

  it('asks whether totals changed where both have the same categories, and then gives kappa', () => {
    const again = readIt(cross(HAPPY, { ...HAPPY, label: 'Satisfaction last year' }, cells));
    expect(part(again, 'association').tests.map(({ id }) => id)).toContain('stuart-maxwell');
    expect(part(again, 'association').notes.join(' ')).toContain('whether their totals changed');
    expect(part(again, 'strength').measures.map(({ id }) => id)).toContain('kappa');
  });

  it('compares the odds and the shares of the groups across on 2 x 2, in the report sentence too', () => {
    const two = readIt(
      cross({ label: 'Renews', labels: ['Yes', 'No'] }, { label: 'Shares', labels: ['Alone', 'Together'] }, [
        [40, 80],
        [60, 20],
      ]),
    );
    const difference = byId(part(two, 'strength').measures, 'risk-difference');
    expect(difference?.value).toBeCloseTo(0.4 - 0.8, 12);
    expect(part(two, 'say').sentence).toMatch(/φ = −\.\d\d \[−\.\d\d, −\.\d\d\], OR = 0\.17 \[0\.\d\d, 0\.\d\d\]/);
  });

  it('scores a number by its values', () => {
    const plots = { label: 'Plots', level: 'number' as const, labels: ['1', '2', '10'] };
    const table = cross(HAPPY, plots, cells);
    const codes = ['1', '2', '10'];
    const numbers = {
      ...table.columns!,
      categories: table.columns!.categories.map((one, k) => ({ ...one, code: codes[k]! })),
    };
    const r = assessTable({ ...table, columns: numbers }, 0.95)?.measures['pearson-r']?.value;
    expect(r).not.toBeCloseTo(assessTable(table, 0.95)?.measures['pearson-r']?.value ?? 0, 3);
  });
});

describe('trust', () => {
  it('says whether the result hangs on where an ordered variable is cut', () => {
    const AGE = { label: 'Age', level: 'ordered' as const, labels: ['18-34', '35-49', '50-64', '65+'] };
    const YES = { label: 'Renews', labels: ['Yes', 'No'] };
    const checks = (cells: number[][]) => part(readIt(cross(AGE, YES, cells)), 'trust').checks;
    const fickle = checks([
      [30, 30],
      [38, 14],
      [14, 38],
      [30, 30],
    ]).find(({ text }) => text.includes('cut'));
    expect(fickle?.ok).toBe(false);
    expect(fickle?.text).toMatch(/depends on how Age is cut: p is below \.05 in \d of 7 groupings/);
    const firm = checks([
      [80, 20],
      [60, 40],
      [40, 60],
      [20, 80],
    ]).find(({ text }) => text.includes('cut'));
    expect(firm).toMatchObject({ ok: true, text: expect.stringContaining('7 ways') as string });
  });

  it("stands on Fisher's test once it is known, and says how it was come by", () => {
    const COLOURS = { label: 'Shed', labels: ['Green', 'Brown', 'White'] };
    const table = cross(COLOURS, SITES, [
      [3, 1, 0],
      [1, 2, 4],
      [2, 0, 5],
    ]);
    const request = requestOf(table, 0.95)!;
    const exact = read(table, assess(request), 0.95);
    expect(part(exact, 'association').tests[0]?.id).toBe('fisher');
    expect(part(exact, 'trust').checks[0]?.text).toContain("read Fisher's exact test");
    const sampled = read(table, assess({ ...request, exact: { method: 'monte-carlo', draws: 500 } }), 0.95);
    expect(part(sampled, 'association').tests[0]?.text).toContain('500 tables drawn, 99% interval');
    expect(part(sampled, 'say').sentence).toContain('(500 tables drawn)');
  });

  it('says when much of V is chance', () => {
    const many = Array.from({ length: 5 }, (_, i) => Array.from({ length: 5 }, (_, j) => 2 + ((i * 3 + j * 7) % 4)));
    const wide = (label: string) => ({ label, labels: ['a', 'b', 'c', 'd', 'e'] });
    const text = part(readIt(cross(wide('One'), wide('Other'), many)), 'trust')
      .checks.map((one) => one.text)
      .join(' ');
    expect(text).toContain('Much of V is chance');
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

describe('sentences beside row percentages', () => {
  const table = cross({ label: 'Tap', labels: ['Yes', 'No'] }, { label: 'Site', labels: ['Mill', 'Weir', 'Ley'] }, [
    [90, 20, 30],
    [10, 80, 70],
  ]);
  const answers = (shown: 'row' | 'column' | 'total') =>
    read(table, assessTable(table, 0.95), 0.95, { percent: shown });

  it('give row percentages, and say of which row they are', () => {
    const where = part(answers('row'), 'where').cells.map(
      ({ subject, parts }) => `${subject} | ${parts.map(({ text }) => text).join(' | ')}`,
    );
    expect(where[0]).toBe('Tap: Yes | Site “Mill”: 64%, overall 33% | Site “Weir”: 14%, overall 33%');
    expect(part(answers('row'), 'say').sentence).toMatch(
      /: Site is “Mill” for 64% where Tap is “Yes”, and for 6% where it is “No”\.$/,
    );
  });

  it('are those of column percentages where the table shows any other', () => {
    expect(answers('total')).toEqual(answers('column'));
    expect(part(answers('column'), 'say').sentence).toContain('Tap is “Yes” for 90% where Site is “Mill”');
  });

  it('change no test, measure or check', () => {
    const figures = (all: Answer[]) =>
      all.map(({ verdict, tests, measures, checks }) => ({ verdict, tests, measures, checks }));
    expect(figures(answers('row'))).toEqual(figures(answers('column')));
  });
});
