import { describe, expect, it } from 'vitest';
import type { Shown } from '../table/shown-shape.js';
import { laidOut } from './laid-out.js';
import { tableView, viewOfTable, type ViewedBlock } from './table-view.js';
import { extrasOf } from './whole-view.js';
import { axis, tableOf } from '../reading/axes.fixtures.js';
import { assessmentOfTable } from '../reading/read.js';

const SHOWN: Shown = { hatch: true };
const SHARES = { figure: 'column-percent' } as const;
const block = (title: string): ViewedBlock => {
  const [mood, site] = [axis('Mood', 'ordered', ['Good', 'Bad']), axis('Site', 'unordered', ['North', 'South'])];
  const counts = [
    [30, 10],
    [10, 50],
  ];
  const table = tableOf(mood, site, counts);
  return { title, table, extras: extrasOf(table, assessmentOfTable(table, 0.95), 'holm') };
};

const texts = (lines: readonly (readonly { text: string }[])[]) => lines.map((cells) => cells.map(({ text }) => text));

describe('a table laid out', () => {
  it('has a line for each figure of a category, and the bases under them', () => {
    const { title, table, extras } = block('Mood by Site');
    const [laid] = laidOut(viewOfTable(title, table, extras), SHOWN);
    expect(texts(laid!.head)).toEqual([['Mood', 'All', 'North', 'South']]);
    expect(texts(laid!.body)).toEqual([
      ['Good', 'column %', '40.0', '75.0', '16.7'],
      ['n', '40', '30', '10'],
      ['Bad', 'column %', '60.0', '25.0', '83.3'],
      ['n', '60', '10', '50'],
      ['Base', '100', '40', '60'],
    ]);
    expect(laid!.body[0]![0]).toMatchObject({ heads: 'line', lines: 2 });
  });

  it('names the columns by their letters where they are compared', () => {
    const { title, table, extras } = block('Mood by Site');
    const [laid] = laidOut(viewOfTable(title, table, extras), {
      ...SHOWN,
      figures: [SHARES, { figure: 'letters' }],
    });
    expect(texts(laid!.head)).toEqual([['Mood', 'All', 'North (A)', 'South (B)']]);
    expect(texts(laid!.body).slice(0, 2)).toEqual([
      ['Good', 'column %', '40.0', '75.0', '16.7'],
      ['higher than', '', 'B', ''],
    ]);
  });

  it('has all nests side by side under their titles, and all items one under the other', () => {
    const all = [block('a'), block('b'), block('c'), block('d')];
    const [laid] = laidOut(tableView('Four', all, 2), { ...SHOWN, figures: [SHARES] });
    expect(texts(laid!.head)[0]).toEqual(['', 'Site', 'Site']);
    expect(laid!.head[0]![1]).toMatchObject({ columns: 3, heads: 'columns' });
    const widths = laid!.body.map((cells) => cells.reduce((sum, { columns }) => sum + columns, 0));
    expect(new Set(widths)).toEqual(new Set([8]));
    expect(laid!.notes[0]).toEqual(['Respondents in the study', 100]);
  });

  it('has the figures of a frequency table as its columns', () => {
    const table = { ...block('').table, columns: null, cells: [[40], [60]], columnBases: [100] };
    const [laid] = laidOut(viewOfTable('Mood', table, { marks: null, letters: null, assessment: null }), SHOWN);
    expect(texts(laid!.head)).toEqual([['Mood', 'respondents', '%', '% so far']]);
    expect(texts(laid!.body)).toEqual([
      ['Good', '40', '40.0', '40.0'],
      ['Bad', '60', '60.0', '100.0'],
      ['Base', '100', '', ''],
    ]);
  });
});
