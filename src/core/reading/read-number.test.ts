import { describe, expect, it } from 'vitest';
import type { Table } from '../table/table.js';
import { variable, cross, readIt, part } from './cross-tables.fixtures.js';

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
