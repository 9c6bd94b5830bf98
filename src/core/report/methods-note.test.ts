import { describe, expect, it } from 'vitest';
import { methodsNote, type Noted } from './methods-note.js';

const NONE: Noted = {
  number: 1,
  handed: 'table',
  weight: null,
  views: [],
  shown: { hatch: true },
  hatched: false,
  used: { tests: [], measures: [] },
};
const text = (...tables: Partial<Noted>[]) =>
  methodsNote(tables.map((table, k) => ({ ...NONE, number: k + 1, ...table }))).join('\n');

describe('a note on methods', () => {
  it('says nothing of what was not used', () => {
    expect(methodsNote([])).toEqual([]);
    const plain = text({});
    expect(plain).toContain('Confidence of intervals, letters and verdicts: 95% in the table.');
    expect(plain).not.toMatch(/weight|Tests|hatched|letter in|several options/);
  });
  it('names tests and measures with the tables that they lead in', () => {
    const used = (tests: string[], measures: string[]) => ({ used: { tests, measures } });
    const note = text(used(['Pearson'], ['Gamma']), used(['Pearson', 'Fisher'], []), used([], ['Gamma']));
    expect(note).toContain('Tests that lead in the readings: Pearson (Tables 1 and 2); Fisher (Table 2).');
    expect(note).toContain('Measures that lead in the readings: Gamma (Tables 1 and 3).');
  });
  it('says by what respondents count, how p is adjusted, what is hidden, and how sure verdicts are', () => {
    const note = text(
      { weight: 'Survey weight', hatched: true, shown: { hatch: true, confidence: 0.99 } },
      { hatched: true, shown: { hatch: true, adjustment: 'bonferroni', bases: { hide: 20 } } },
    );
    expect(note).toContain('In Table 1 respondents count as their Survey weight.');
    expect(note).toMatch(/Cells of Table 1 are hatched[^\n]*Holm’s method/);
    expect(note).toMatch(/Cells of Table 2 are hatched[^\n]*Bonferroni’s method/);
    expect(note).toContain('Figures of columns on a base under 20 are not shown in Table 2.');
    expect(note).toContain('99% in Table 1, 95% in Table 2.');
  });
});
