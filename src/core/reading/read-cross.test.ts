import { describe, expect, it } from 'vitest';
import { cross, readIt, part, SITES, HAPPY } from './cross-tables.fixtures.js';

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

  it('of a variable by itself says so, and what to do', () => {
    const table = cross({ label: 'Mood', labels: ['low', 'high'] }, { label: 'Mood', labels: ['low', 'high'] }, [
      [40, 0],
      [0, 60],
    ]);
    const [only, ...others] = readIt({ ...table, columns: { ...table.columns!, variable: table.rows.variable } });
    expect(others).toEqual([]);
    expect(only).toMatchObject({ verdict: 'Nothing to test.' });
    expect(only?.notes[0]).toContain('This is Mood by itself');
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
