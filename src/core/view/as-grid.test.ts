import { describe, expect, it } from 'vitest';
import type { Variable } from '../codebook/types.js';
import { count } from '../count/count.js';
import type { CodedColumn, SetsColumn } from '../count/column.js';
import { countPlan } from '../count/plan.js';
import { assessmentOfTable } from '../reading/read.js';
import { blockTables } from '../table/block-tables.js';
import type { Sentence } from '../table/sentence.js';
import { asGrid } from './as-grid.js';
import { blockAnswer } from './as-answer.js';
import { headerRows } from './header-rows.js';
import { extrasOf, wholeView } from './whole-view.js';

const variable = (id: number, label: string, level: Variable['level'], labels: string[]): Variable => ({
  id,
  name: label.toLowerCase(),
  label,
  question: '',
  level,
  codes: labels.map((text, k) => ({
    code: String(k + 1),
    label: text,
    missing: text === 'Refused' ? 'refused' : null,
  })),
});
const MOOD = variable(1, 'Mood', 'ordered', ['Good', 'Bad']);
const CROPS = variable(2, 'Crops', 'multiple', ['Beans', 'Kale']);
const SITE = variable(3, 'Site', 'unordered', ['North', 'South']);
const SEASON = variable(4, 'Season', 'unordered', ['Spring', 'Autumn']);
const SHARES = variable(5, 'Shares', 'unordered', ['Yes', 'No', 'Refused']);
const VARIABLES = [MOOD, CROPS, SITE, SEASON, SHARES];

/** Forty respondents, of whom the last has answered nothing; each thirteenth refused to say whether they share. */
const RESPONDENTS = 40;
const coded = (values: (k: number) => number, codes: string[]): CodedColumn => ({
  kind: 'coded',
  values: Uint8Array.from({ length: RESPONDENTS }, (_, k) => (k === RESPONDENTS - 1 ? 0 : values(k))),
  codes,
});
const COLUMNS = {
  mood: coded((k) => 1 + (k % 2), ['1', '2']),
  site: coded((k) => 1 + (k % 3 === 0 ? 1 : 0), ['1', '2']),
  season: coded((k) => 1 + (Math.floor(k / 4) % 2), ['1', '2']),
  shares: coded((k) => (k % 13 === 0 ? 3 : 1 + (k % 5 === 0 ? 1 : 0)), ['1', '2', '3']),
};
const CROPS_COLUMN: SetsColumn = {
  kind: 'sets',
  words: Uint32Array.from({ length: RESPONDENTS }, (_, k) => (k === RESPONDENTS - 1 ? 0 : 1 + (k % 3))),
  width: 1,
  state: Uint8Array.from({ length: RESPONDENTS }, (_, k) => (k === RESPONDENTS - 1 ? 0 : 1)),
  options: ['1', '2'],
};

const SENTENCE: Sentence = {
  rows: [{ variable: 1 }, { variable: 2 }],
  by: [[3], [4, 5]],
  within: null,
  only: [],
  weight: null,
};
const everybody = { respondents: RESPONDENTS, mask: null, filtered: [], weight: null };
const counts = countPlan({
  ...everybody,
  rows: [
    { column: COLUMNS.mood, slots: null },
    { column: CROPS_COLUMN, slots: null },
  ],
  nests: [[COLUMNS.site], [COLUMNS.season, COLUMNS.shares]],
  within: null,
});
const blocks = blockTables(SENTENCE, counts, VARIABLES);
const { view } = wholeView('Mood and Crops by Site and Season split by Shares', blocks, 2, (table) =>
  extrasOf(table, assessmentOfTable(table, 0.95), 'holm'),
);

describe('a table of several blocks', () => {
  it('has for each block what the block has alone, figure by figure', () => {
    view.blocks.forEach((line, item) =>
      line.forEach((block, nest) => {
        const alone = blocks[item * 2 + nest]!;
        const own = wholeView(alone.title, [alone], 1, (table) =>
          extrasOf(table, assessmentOfTable(table, 0.95), 'holm'),
        ).view;
        expect(block).toEqual(own.blocks[0]![0]);
        const answer = blockAnswer(view, { item, nest }, null, []);
        expect(answer.figures['n']).toEqual(alone.table.cells);
        expect(answer.columnBases).toEqual(alone.table.columnBases);
        expect(answer.rowTotals).toEqual(alone.table.rowTotals);
      }),
    );
  });
  it('counts a nest as the two variables are counted one within the other', () => {
    const [, nested] = blocks;
    const season = (code: number) => Uint8Array.from(COLUMNS.season.values, (value) => (value === code ? 1 : 0));
    const split = [1, 2].map((code) =>
      count({ ...everybody, mask: season(code), axes: [COLUMNS.mood, COLUMNS.shares] }),
    );
    // Rows and columns of the array: blank, then codes; the third of the shares is missing.
    const cell = (i: number, of: number, j: number) => split[of]!.respondents[(i + 1) * 4 + j + 1];
    expect(nested!.table.cells).toEqual(
      [0, 1].map((i) => [cell(i, 0, 0), cell(i, 0, 1), cell(i, 1, 0), cell(i, 1, 1)]),
    );
    expect(nested!.table.columns!.categories.map(({ label, path }) => [label, path?.map(({ code }) => code)])).toEqual([
      ['Spring, Yes', ['1', '1']],
      ['Spring, No', ['1', '2']],
      ['Autumn, Yes', ['2', '1']],
      ['Autumn, No', ['2', '2']],
    ]);
  });
  it('tells who is left out of a nest, by each of its variables, and reconciles', () => {
    for (const { table } of blocks) {
      const out = table.leftOut!.reduce((sum, { respondents }) => sum + respondents, 0);
      expect(table.base + out).toBe(RESPONDENTS);
    }
    expect(blocks[1]!.table.leftOut).toContainEqual({
      why: 'missing',
      variable: 'Shares',
      reason: 'Refused',
      respondents: 3,
      back: { is: 'answer', variable: 5, code: '3' },
    });
  });
  it('has a heading of as many levels as its deepest nest, each nest under its title', () => {
    const lines = headerRows(view.nests).map((cells) =>
      cells.map(({ label, columns, rows }) => `${label} ${columns}x${rows}`),
    );
    expect(lines).toEqual([
      ['Site 3x1', 'Season split by Shares 5x1'],
      ['All 1x2', 'North 1x2', 'South 1x2', 'All 1x2', 'Spring 2x1', 'Autumn 2x1'],
      ['Yes 1x1', 'No 1x1', 'Yes 1x1', 'No 1x1'],
    ]);
    expect(headerRows(view.nests).map((cells) => cells.map(({ first }) => first))).toEqual([
      [0, 3],
      [0, 1, 2, 3, 4, 6],
      [4, 5, 6, 7],
    ]);
  });
  it('goes into a file with a line for each level, letters, and each item over its bases', () => {
    const lines = asGrid(view, { figures: [{ figure: 'column-percent' }, { figure: 'letters' }] });
    expect(lines[1]!.slice(1, 4)).toEqual(['Site', 'Site', 'Site']);
    expect(lines[1]!.at(-1)).toBe('Season split by Shares');
    const at = (heading: string, over: string) =>
      lines[3]!.findIndex((cell, k) => cell === heading && lines[2]![k] === over);
    expect(lines[3]!.slice(0, 4)).toEqual([
      '',
      'North (A): n / respondents',
      'South (B): n / respondents',
      'All: n / respondents',
    ]);
    expect(lines[4]).toEqual(['Mood']);
    const good = lines[5]!;
    expect(good[0]).toBe('Good');
    expect(good[at('Yes (C): n / respondents', 'Autumn')]).toBe(blocks[1]!.table.cells[0]![2]);
    expect(lines.find(([cell]) => cell === 'Crops')).toEqual(['Crops']);
    expect(lines.filter(([cell]) => cell === 'Base' || cell === 'All who answered')).toHaveLength(2);
    expect(lines).toContainEqual(['Left out of Mood by Site, Mood: blank', 1]);
  });
});

describe('a table of one block in a file', () => {
  const gridOf = (sentence: Partial<Sentence>, nests: CodedColumn[][], row: CodedColumn | SetsColumn) => {
    const asked = { ...SENTENCE, ...sentence };
    const counted = countPlan({ ...everybody, rows: [{ column: row, slots: null }], nests, within: null });
    return wholeView('Title', blockTables(asked, counted, VARIABLES), 1, (table) =>
      extrasOf(table, assessmentOfTable(table, 0.95)),
    ).view;
  };
  it('never mixes counts and percentages, nor mentions and respondents', () => {
    const lines = asGrid(gridOf({ rows: [{ variable: 2 }], by: [] }, [[]], CROPS_COLUMN), {});
    expect(lines[1]).toEqual(['Crops', 'respondents', '% of respondents', 'mentions', '% of mentions']);
    expect(lines[2]).toEqual(['Beans', 26, 66.6667, 26, 50]);
    expect(lines).toContainEqual(['All who answered', 39]);
    expect(lines).toContainEqual(['Mentions', 52]);
    expect(lines).toContainEqual(['Left out, Crops: blank', 1]);
  });
  it('names the group and the base of each column of a cross table', () => {
    const lines = asGrid(gridOf({ rows: [{ variable: 1 }], by: [[3]] }, [[COLUMNS.site]], COLUMNS.mood), {
      figures: [{ figure: 'row-percent' }, { figure: 'expected' }],
    });
    expect(lines[1]).toEqual([
      'Mood',
      ...['n', 'row %'].flatMap((figure) => ['North', 'South', 'All'].map((label) => `${label}: ${figure}`)),
      'North: expected',
      'South: expected',
    ]);
    expect(lines[2]).toEqual(['Good', 13, 7, 20, 65, 35, 100, 13.333333333333334, 6.666666666666667]);
    expect(lines[4]).toEqual(['Base', 26, 13, 39]);
  });
});
