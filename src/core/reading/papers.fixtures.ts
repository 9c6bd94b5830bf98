import type { Paper, PaperKind } from '../paper/paper.js';
import { part } from './cross-tables.fixtures.js';
import type { Answer } from './types.js';

export function paper(kind: PaperKind, blocks: number[][][], more: Partial<Paper> = {}): Paper {
  return {
    kind,
    rows: blocks[0]!.map((_, i) => `r${i + 1}`),
    columns: blocks[0]![0]!.map((_, j) => `c${j + 1}`),
    blocks: blocks.map((cells, b) => ({ name: `Year ${b + 1}`, cells: cells.map((line) => line.map(String)) })),
    sides: { rows: { title: 'Answer', level: 'unordered' }, columns: { title: 'Group', level: 'unordered' } },
    within: 'Year',
    metric: 'nominal',
    keepTotals: true,
    ...more,
  };
}

export const checks = (answers: Answer[]) =>
  part(answers, 'trust')
    .checks.map(({ text }) => text)
    .join(' ');
