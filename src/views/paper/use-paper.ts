import { METRICS } from '../../core/measure/krippendorff-alpha.js';
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
import { type Block, type Paper, PAPER_KINDS } from '../../core/paper/paper.js';
import type { Side } from '../../core/paper/table-of-sheet.js';
import { useDraft } from '../shell/use-draft.js';
import { BLANK } from './examples.js';

const isTexts = (value: unknown): value is string[] =>
  Array.isArray(value) && value.every((one) => typeof one === 'string');

/** The parts of something that may be an object. */
function partsOf<K extends string>(value: unknown): Partial<Record<K, unknown>> {
  return typeof value === 'object' && value !== null ? value : {};
}

function isSide(value: unknown): value is Side {
  const { title, level } = partsOf<keyof Side>(value);
  return typeof title === 'string' && (level === 'unordered' || level === 'ordered');
}

/** Whether what this browser kept is a paper: every block as high as the rows and as wide as the columns. */
function isPaper(value: unknown): value is Paper {
  const { kind, rows, columns, blocks, sides, within, metric, keepTotals } = partsOf<keyof Paper>(value);
  const two = partsOf<keyof Paper['sides']>(sides);
  return (
    PAPER_KINDS.some((one) => one === kind) &&
    METRICS.some((one) => one === metric) &&
    isTexts(rows) &&
    isTexts(columns) &&
    Array.isArray(blocks) &&
    blocks.length > 0 &&
    blocks.every((block) => {
      const { name, cells } = partsOf<keyof Block>(block);
      return (
        typeof name === 'string' &&
        Array.isArray(cells) &&
        cells.length === rows.length &&
        cells.every((line) => isTexts(line) && line.length === columns.length)
      );
    }) &&
    isSide(two.rows) &&
    isSide(two.columns) &&
    typeof within === 'string' &&
    typeof keepTotals === 'boolean'
  );
}

/** The paper with what can be done to one of its blocks; kept in this browser as it is typed. */
export function usePaper(block: number) {
  const [paper, setPaper] = useDraft<Paper>('paper', BLANK, isPaper);
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
