import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import { USUAL_PROTECTION } from '../disclosure/protection-shape.js';
import { laidOut } from '../view/laid-out.js';
import { adjust } from '../infer/adjust.js';
import { type Grower, growers, OF_GROWERS, summaryOf, weighing } from './summary.fixtures.js';

/** Respondents of a column: those with a site, of all or of one. */
const inColumn = (all: readonly Grower[], column: number) =>
  all.filter(({ site }) => (column === 0 ? site > 0 : site === column));

const COLUMNS = [0, 1, 2];
const sum = (values: readonly number[]) => values.reduce((so, value) => so + value, 0);
const near = (value: number): unknown => expect.closeTo(value, 9);

/** A fixed survey in which mood and age go with the site. */
const SURVEY: Grower[] = Array.from({ length: 120 }, (_, k) => ({
  site: 1 + (k % 2),
  mood: k % 10 === 0 ? 0 : 1 + ((k * 7 + (k % 2) * (k % 3)) % 3),
  shares: 1 + ((k + (k % 2) * (k % 5 === 0 ? 1 : 0)) % 3 === 0 ? 0 : 1),
  age: k % 15 === 0 ? null : 30 + (k % 17) + (k % 2) * 6,
  crops: [0, 1, 2].filter((option) => (k + option) % (2 + option) === 0),
}));

describe('a summary', () => {
  it('has of categories how many of each column gave them, and their share of who answered', () => {
    fc.assert(
      fc.property(growers, fc.boolean(), (all, weighted) => {
        const { summary } = summaryOf(all, { weighted });
        const weight = weighted ? weighing : () => 1;
        for (const line of summary.lines.filter(({ is, item }) => is === 'category' && item === 1)) {
          const code = ['Low', 'Middling', 'High'].indexOf(line.label) + 1;
          COLUMNS.forEach((column) => {
            const answered = inColumn(all, column).filter(({ mood }) => mood > 0);
            const base = sum(answered.map(weight));
            const n = sum(answered.filter(({ mood }) => mood === code).map(weight));
            const [count, share] = line.cells[column]!;
            expect(count).toMatchObject({ id: weighted ? 'weighted-n' : 'n', value: near(n) });
            expect(share!.value).toEqual(base > 0 ? near((100 * n) / base) : null);
          });
        }
      }),
    );
  });

  it('has of a number its mean and standard deviation in each column', () => {
    fc.assert(
      fc.property(growers, (all) => {
        const line = summaryOf(all).summary.lines.find(({ label }) => label === 'Age')!;
        expect(line.form).toBe('mean (sd)');
        COLUMNS.forEach((column) => {
          const ages = inColumn(all, column).flatMap(({ age }) => age ?? []);
          const [mean, sd] = (line.cells[column] ?? []).map(({ value }) => value);
          if (ages.length === 0) return;
          const average = sum(ages) / ages.length;
          expect(mean).toEqual(near(average));
          if (ages.length < 2) return;
          expect(sd).toEqual(near(Math.sqrt(sum(ages.map((age) => (age - average) ** 2)) / (ages.length - 1))));
        });
      }),
    );
  });

  it('has all who are in it on its first line, whether they answered or not, and the others left out', () => {
    fc.assert(
      fc.property(growers, (all) => {
        const { summary } = summaryOf(all);
        const [everyone] = summary.lines;
        expect(everyone?.cells.map(([n]) => n?.value)).toEqual(COLUMNS.map((column) => inColumn(all, column).length));
        const without = all.length - inColumn(all, 0).length;
        expect(summary.base.base).toBe(inColumn(all, 0).length);
        expect(summary.base.leftOut.map(({ respondents }) => respondents)).toEqual(without > 0 ? [without] : []);
      }),
    );
  });

  it('says a yes or no in one line, and options of a question each in one', () => {
    const { lines } = summaryOf(SURVEY).summary;
    const ofItem = (item: number) => lines.filter((line) => line.item === item);
    expect(ofItem(2).map(({ is, label, form }) => [is, label, form])).toEqual([['variable', 'Shares: Yes', 'n (%)']]);
    const sharing = inColumn(SURVEY, 0).filter(({ shares }) => shares === 1).length;
    expect(ofItem(2)[0]?.cells[0]?.map(({ value }) => value)).toEqual([sharing, near((100 * sharing) / 120)]);
    expect(ofItem(3).map(({ label }) => label)).toEqual(['Crops', 'Beans', 'Kale', 'Leeks', 'Ticked nothing']);
    const beans = inColumn(SURVEY, 1).filter(({ crops }) => crops.includes(0)).length;
    expect(ofItem(3)[1]?.cells[1]?.map(({ value }) => value)).toEqual([beans, near((100 * beans) / 60)]);
  });

  it('has the lines that were wanted, under the name that was given', () => {
    const rows = [
      { variable: OF_GROWERS.shares, lines: ['1', '2'], label: 'A plot of two' },
      { variable: OF_GROWERS.mood, lines: ['3'] },
      { variable: OF_GROWERS.mood, lines: ['gone'] },
    ];
    const { lines } = summaryOf(SURVEY, { rows }).summary;
    expect(lines.slice(1).map(({ label }) => label)).toEqual([
      'A plot of two',
      'Yes',
      'No',
      'Mood: High',
      'Mood',
      'Low',
      'Middling',
      'High',
    ]);
  });

  it('has a line for each figure of a number, or all of them on one', () => {
    const figures = (['mean', 'sd', 'median', 'quartiles', 'minimum', 'maximum'] as const).map((figure) => ({
      figure,
    }));
    const rows = [{ variable: OF_GROWERS.age }];
    const each = summaryOf(SURVEY, { rows, shown: { figures } }).summary.lines.slice(1);
    expect(each.map(({ label }) => label)).toEqual(['Age', 'Mean (sd)', 'Median [quartiles]', 'Minimum to maximum']);
    const [line, ...others] = summaryOf(SURVEY, {
      rows,
      shown: { figures, summary: { oneLine: true } },
    }).summary.lines.slice(1);
    expect(others).toEqual([]);
    expect(line!.form).toBe('mean (sd); median [quartiles]; minimum to maximum');
    expect(line!.cells[0]).toEqual(each.slice(1).flatMap(({ cells }) => cells[0]));
  });

  it('says who gave no answer in a note, in a row or not at all', () => {
    const rows = [{ variable: OF_GROWERS.age }, { variable: OF_GROWERS.mood }, { variable: OF_GROWERS.shares }];
    const silent = {
      age: SURVEY.filter(({ age }) => age === null).length,
      mood: SURVEY.filter(({ mood }) => mood === 0).length,
    };
    const noted = summaryOf(SURVEY, { rows }).summary;
    expect(noted.notes[0]).toBe(
      `Without an answer, and in no figure of that variable: Age ${silent.age}; Mood ${silent.mood}.`,
    );
    const inRows = summaryOf(SURVEY, { rows, shown: { summary: { missing: 'row' } } }).summary;
    const unanswered = inRows.lines.filter(({ is }) => is === 'unanswered');
    expect(unanswered.map(({ item }) => item)).toEqual([0, 1]);
    expect(unanswered[1]?.cells[0]?.map(({ value }) => value)).toEqual([silent.mood, near((100 * silent.mood) / 120)]);
    for (const missing of ['row', 'none'] as const)
      expect(summaryOf(SURVEY, { rows, shown: { summary: { missing } } }).summary.notes.join()).not.toContain(
        'Without',
      );
  });

  it('hides what a column on a small base must not show, in every line but the first', () => {
    const few = SURVEY.filter(({ site }, k) => site === 1 || k < 10);
    const { summary } = summaryOf(few, { shown: { bases: { hide: 20 }, summary: { missing: 'row' } } });
    for (const { is, cells } of summary.lines)
      if (is !== 'everyone') expect((cells[2] ?? []).every(({ value }) => value === null)).toBe(true);
    expect(summary.lines[0]?.cells[2]?.[0]?.value).toBe(5);
    const [everyone] = laidOut(summaryOf(few).view, { hatch: false })[0]!.body;
    expect(everyone!.map(({ small }) => small === true)).toEqual([false, false, false, true, false, false, false]);
  });

  it('tests each variable as its level wants it, and adjusts p over them', () => {
    const rows = [{ variable: OF_GROWERS.age }, { variable: OF_GROWERS.shares }, { variable: OF_GROWERS.crops }];
    const { statistics } = summaryOf(SURVEY, { rows, shown: { summary: { adjusted: 'holm' } } }).summary;
    expect(statistics.map(({ test }) => test?.id)).toEqual(['welch-t', 'pearson', 'equal-mention']);
    const ofSite = (site: number, shares: number) =>
      SURVEY.filter((own) => own.site === site && own.shares === shares).length;
    const counts = [1, 2].map((shares) => [ofSite(1, shares), ofSite(2, shares)]);
    expect(statistics[1]?.test?.p).toBeCloseTo(assess({ counts }).tests.pearson!.p, 12);
    expect(statistics.map(({ adjustedP }) => adjustedP)).toEqual(
      adjust(
        statistics.map(({ test }) => test!.p),
        'holm',
      ),
    );
    expect(statistics.map(({ measure }) => measure?.id)).toEqual(['eta', 'cramers-v', 'cramers-v']);
  });

  it('tells no test and no measure of a variable of which figures are withheld', () => {
    // One respondent of the second site is in the lowest of moods.
    const few = SURVEY.map((own, k) => (own.site === 2 && own.mood === 1 && k !== 3 ? { ...own, mood: 2 } : own)).map(
      (own, k) => (k === 3 ? { ...own, mood: 1 } : own),
    );
    const rows = [{ variable: OF_GROWERS.mood }, { variable: OF_GROWERS.shares }];
    const of = (protection?: typeof USUAL_PROTECTION) =>
      summaryOf(few, { rows, shown: { summary: { adjusted: 'bonferroni' }, protection } }).summary;
    const [open, held] = [of(), of(USUAL_PROTECTION)];
    expect(open.statistics.map(({ test }) => test !== null)).toEqual([true, true]);
    expect(held.statistics[0]).toEqual({
      ...{ test: null, adjustedP: null, measure: null },
      note: 'Withheld, as few stand behind it.',
    });
    // The other is said as it is elsewhere, with p adjusted over both.
    expect(held.statistics[1]).toEqual(open.statistics[1]);
    expect(held.notes.join()).toContain('p is adjusted over the 2 tests');
    expect(held.notes.join()).not.toMatch(/Tests: [^.]*Mood/);
  });

  it('tests ranks of a number of which the median is told and no mean', () => {
    const rows = [{ variable: OF_GROWERS.age, figures: [{ figure: 'median' }, { figure: 'quartiles' }] as const }];
    expect(summaryOf(SURVEY, { rows }).summary.statistics[0]?.test?.id).toBe('mann-whitney');
  });

  it('says once of several variables what keeps them from being tested', () => {
    const alone = SURVEY.filter(({ site }) => site === 1);
    const { notes } = summaryOf(alone, {
      rows: [{ variable: OF_GROWERS.age }, { variable: OF_GROWERS.mood }, { variable: OF_GROWERS.shares }],
    }).summary;
    expect(notes.filter((note) => note.startsWith('Mood, Shares: ') || note.startsWith('Age: '))).toHaveLength(2);
  });

  it('without groups has one column and tests nothing', () => {
    const { summary } = summaryOf(SURVEY, { by: false });
    expect(summary.columns).toEqual([]);
    expect(summary.statistics).toEqual([]);
    expect(summary.lines.every(({ cells }) => cells.length <= 1)).toBe(true);
  });

  it('says under it which tests were made, of what, and what to be careful about', () => {
    const { notes } = summaryOf(SURVEY, { shown: { summary: { adjusted: 'benjamini-hochberg' } } }).summary;
    expect(notes).toContain('p is adjusted over the 4 tests of this table by Benjamini and Hochberg’s method.');
    expect(notes.find((note) => note.startsWith('Tests:'))).toMatch(
      /Welch's t \(Age\).*Pearson's chi-square \(Shares\)/,
    );
    expect(notes).toContain('A respondent can be in several lines of Crops; percentages are of respondents.');
  });
});
