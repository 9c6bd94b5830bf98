import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { copiedTable } from './copied-table.js';
import type { LaidCell, LaidOut } from './laid-cell.js';

const cell = (text: string, heads: LaidCell['heads'] = null, columns = 1, lines = 1): LaidCell => ({
  text,
  heads,
  columns,
  lines,
});

const TABLE: LaidOut = {
  title: 'Mood by Site',
  head: [
    [cell('Mood', 'columns', 1, 2), cell('Site', 'columns', 2)],
    [cell('North', 'columns'), cell('South', 'columns')],
  ],
  body: [
    [cell('=Good', 'line'), cell('75.0'), cell('-1.2')],
    [cell('<b>Bad</b>', 'line'), cell('25.0'), cell('1.2')],
  ],
  notes: [['Respondents in the study', 100]],
};

describe('a table for the clipboard', () => {
  it('is cells between tabs, those that reach over others in the first place', () => {
    expect(copiedTable([TABLE]).text.split('\n')).toEqual([
      'Mood by Site',
      'Mood\tSite\t',
      '\tNorth\tSouth',
      "'=Good\t75.0\t-1.2",
      '<b>Bad</b>\t25.0\t1.2',
      'Respondents in the study\t100',
    ]);
  });

  it('is a table with headings and spans, whose texts are neither markup nor formulas', () => {
    const { html } = copiedTable([TABLE]);
    expect(html).toMatch(/<th scope="colgroup" colspan="2"[^>]*>Site<\/th>/);
    expect(html).toMatch(/<th scope="col" rowspan="2"[^>]*>Mood<\/th>/);
    expect(html).toMatch(/<th scope="row"[^>]*>'=Good<\/th>/);
    expect(html).toContain('&lt;b&gt;Bad&lt;/b&gt;');
    expect(html).not.toContain('<b>Bad');
  });

  it('has as many places in each line as the table is wide, whatever reaches over what', () => {
    const spans = fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(spans, (widths) => {
        const total = widths.reduce((sum, width) => sum + width, 0);
        const over = widths.map((width, k) => cell(`over ${k}`, 'columns', width));
        const under = Array.from({ length: total }, (_, k) => cell(`under ${k}`, 'columns'));
        const table = { ...TABLE, head: [[cell('', 'columns', 1, 2), ...over], under], body: [], notes: [] };
        const [, ...lines] = copiedTable([table]).text.split('\n');
        return lines.every((line) => line.split('\t').length === total + 1);
      }),
    );
  });
});
