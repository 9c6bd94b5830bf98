import { setKind } from '../../core/paper/edit-paper.js';
import type { Paper, PaperKind } from '../../core/paper/paper.js';

export const BLANK: Paper = {
  kind: 'cross',
  rows: ['', ''],
  columns: ['', ''],
  blocks: [
    {
      name: '',
      cells: [
        ['', ''],
        ['', ''],
      ],
    },
  ],
  sides: { rows: { title: '', level: 'unordered' }, columns: { title: '', level: 'unordered' } },
  within: '',
  metric: 'nominal',
  keepTotals: false,
};

const cells = (...lines: string[]) => lines.map((line) => line.split(' ').map((text) => (text === '_' ? '' : text)));
const sides = (rows: string, columns: string, across: 'ordered' | 'unordered' = 'unordered'): Paper['sides'] => ({
  rows: { title: rows, level: 'unordered' },
  columns: { title: columns, level: across },
});

/** Made up for the page: small tables about the allotments, one of each kind. */
const MADE_UP: Record<PaperKind, Partial<Paper>> = {
  cross: {
    rows: ['Own heap', 'Shared bay', 'None'],
    columns: ['North end', 'Middle', 'South end', 'Total'],
    blocks: [{ name: '', cells: cells('64 41 18 123', '22 37 49 108', '9 15 31 55') }],
    sides: sides('Compost', 'Part of the site', 'ordered'),
  },
  strata: {
    rows: ['Slugs', 'No slugs'],
    columns: ['Mulched', 'Bare soil'],
    blocks: [
      { name: 'Wet year', cells: cells('48 31', '22 19') },
      { name: 'Dry year', cells: cells('9 18', '41 92') },
    ],
    sides: sides('Damage', 'Bed'),
    within: 'Weather',
  },
  weighted: {
    rows: ['Would recommend', 'Would not'],
    columns: ['Newcomers', 'Old hands'],
    blocks: [
      { name: '', cells: cells('61 90', '34 25') },
      { name: '', cells: cells('70.2 81.5', '45.9 20.4') },
      { name: '', cells: cells('88.1 78.3', '68.7 18.2') },
    ],
    sides: sides('Recommendation', 'Time on the plot'),
  },
  'one-way': {
    rows: ['Potatoes', 'Beans', 'Squash'],
    columns: ['', ''],
    blocks: [{ name: '', cells: cells('52 50', '31 25', '17 25') }],
    sides: sides('Seed packets taken', ''),
  },
  multiple: {
    rows: ['', 'Fresh food', 'Exercise', 'Company'],
    columns: ['Under 40', '40 to 64', '65 and over'],
    blocks: [{ name: '', cells: cells('120 140 90', '96 101 58', '40 66 55', '31 38 47') }],
    sides: sides('Reasons', 'Age'),
  },
  related: {
    rows: ['', '', '', '', ''],
    columns: ['', 'Tap', 'Tool store', 'Compost bay'],
    blocks: [{ name: '', cells: cells('24 1 1 1', '17 1 1 0', '9 1 0 1', '6 0 1 0', '12 1 0 0') }],
    sides: sides('', ''),
  },
  codings: {
    rows: ['', '', '', '', '', '', '', ''],
    columns: ['Ada', 'Ben', 'Cleo'],
    blocks: [{ name: '', cells: cells('1 1 1', '2 2 3', '3 3 3', '1 1 _', '2 2 2', '4 4 4', '1 2 1', '3 3 3') }],
    sides: sides('', ''),
  },
};

/** An example of a kind, to look at and to type over. */
export function exampleOf(kind: PaperKind): Paper {
  return setKind({ ...BLANK, ...MADE_UP[kind] }, kind);
}
