import { z } from 'zod';
import { METRICS } from '../../core/statistic/subjects.js';
import {
  addBlock,
  addColumn,
  addRow,
  layText,
  nameBlock,
  pasteText,
  removeBlock,
  removeColumn,
  removeRow,
  setCell,
  setKind,
  setLabel,
} from '../../core/paper/edit-paper.js';
import { type Paper, PAPER_KINDS } from '../../core/paper/paper.js';
import type { KeptShape } from '../../core/kept-shape.js';
import { useDraft } from '../shell/use-draft.js';
import { BLANK } from './examples.js';

const side = z.object({ title: z.string(), level: z.enum(['unordered', 'ordered']) });
const texts = z.array(z.string());

/** A paper: every block as high as the rows and as wide as the columns. */
const PAPER: KeptShape<Paper> = {
  version: 1,
  shape: z
    .object({
      kind: z.enum(PAPER_KINDS),
      rows: texts,
      columns: texts,
      blocks: z.array(z.object({ name: z.string(), cells: z.array(texts) })).min(1),
      sides: z.object({ rows: side, columns: side }),
      within: z.string(),
      metric: z.enum(METRICS),
      keepTotals: z.boolean(),
    })
    .refine(({ rows, columns, blocks }) =>
      blocks.every(
        ({ cells }) => cells.length === rows.length && cells.every((line) => line.length === columns.length),
      ),
    ),
};

/** The paper with what can be done to one of its blocks; kept in this browser as it is typed. */
export function usePaper(block: number) {
  const [paper, setPaper] = useDraft<Paper>('paper', BLANK, PAPER);
  /** Takes a change that may find nothing to do. @returns whether it did */
  const take = (next: Paper | null): boolean => {
    if (next) setPaper(next);
    return next !== null;
  };
  return {
    paper,
    setPaper,
    setKind: (kind: Paper['kind']) => setPaper(setKind(paper, kind)),
    setCell: (i: number, j: number, text: string) => setPaper(setCell(paper, block, i, j, text)),
    setLabel: (axis: 'rows' | 'columns', k: number, text: string) => setPaper(setLabel(paper, axis, k, text)),
    addRow: () => setPaper(addRow(paper)),
    addColumn: () => setPaper(addColumn(paper)),
    removeRow: (i: number) => setPaper(removeRow(paper, i)),
    removeColumn: (j: number) => setPaper(removeColumn(paper, j)),
    nameBlock: (name: string) => setPaper(nameBlock(paper, block, name)),
    addBlock: () => setPaper(addBlock(paper)),
    removeBlock: () => setPaper(removeBlock(paper, block)),
    paste: (text: string, row: number, column: number) => take(pasteText(paper, block, text, row, column)),
    lay: (text: string) => take(layText(paper, block, text)),
  };
}

export type PaperEdit = ReturnType<typeof usePaper>;

/** Whether nothing was typed yet. */
export function isUntouched({ rows, columns, blocks, sides, within }: Paper): boolean {
  const typed = [...rows, ...columns, ...blocks.flatMap(({ name, cells }) => [name, ...cells.flat()])];
  return [...typed, sides.rows.title, sides.columns.title, within].every((text) => text === '');
}
