import { z } from 'zod';
import type { LaidCell, LaidOut } from '../view/laid-cell.js';
import { headingsOver, placedCells } from '../view/placed-cells.js';

/** A figure of a table as it is read: the names of its line and its column, and its text. */
const FigureReadShape = z.tuple([z.string(), z.string(), z.string()]);
type FigureRead = z.infer<typeof FigureReadShape>;

/** What a table showed when it was looked at. */
export const LookShape = z.strictObject({
  of: z.string().describe('The table itself: what it asks for, and what of it is shown.'),
  revision: z.int().describe('Of the study.'),
  at: z.string(),
  figures: z.array(FigureReadShape),
});
export type Look = z.infer<typeof LookShape>;

/** A figure that is another than it was; null: it was not there, or is not there any more. */
export interface ChangedFigure {
  line: string;
  column: string;
  before: string | null;
  after: string | null;
}

/** The name of each line: what stands above it, what heads it, and what its figure is. */
function lineNames(body: LaidOut['body']): string[] {
  const heads = placedCells(body).filter(({ cell }) => cell.heads === 'line');
  let section = '';
  const within: string[] = [];
  return body.map((cells, at) => {
    const own = heads.filter(({ cell, line }) => line <= at && at < line + cell.lines);
    const [only] = cells;
    // An item of several stands alone on its line.
    if (only?.heads === 'line' && cells.length === 1) section = only.text;
    const depth = only?.depth ?? 0;
    within.splice(depth);
    within[depth] = own.map(({ cell }) => cell.text).join(', ');
    return [section, ...within].filter((text) => text !== '').join(': ');
  });
}

const isFigure = ({ heads, text }: LaidCell) => heads === null && text !== '';

/** All figures of tables as they are read, each with the names of its line and its column. */
export const figuresRead = (tables: readonly LaidOut[]): FigureRead[] =>
  tables.flatMap(({ head, body, title }) => {
    const [lines, columns] = [lineNames(body), headingsOver(head).map((texts) => texts.join(', '))];
    const of = tables.length > 1 ? `${title}: ` : '';
    return placedCells(body)
      .filter(({ cell }) => isFigure(cell))
      .map(({ cell, line, column }): FigureRead => [`${of}${lines[line] ?? ''}`, columns[column] ?? '', cell.text]);
  });

/** Figures by line and column; of several under the same names each in its turn. */
function byPlace(figures: readonly FigureRead[]): Map<string, Map<string, string[]>> {
  const lines = new Map<string, Map<string, string[]>>();
  for (const [line, column, text] of figures) {
    const own = lines.get(line) ?? new Map<string, string[]>();
    own.set(column, [...(own.get(column) ?? []), text]);
    lines.set(line, own);
  }
  return lines;
}

/**
 * Figures that are others than they were, in the order of the table; those that are gone behind them. They are told
 * apart by what their line and column are called, so that a category that moves changes nothing.
 * @example changedFigures([['Yes', 'All', '12']], [['Yes', 'All', '13']])[0].before // '12'
 */
export function changedFigures(before: readonly FigureRead[], after: readonly FigureRead[]): ChangedFigure[] {
  const [was, is] = [byPlace(before), byPlace(after)];
  const others = (of: typeof was, against: typeof was, isGone: boolean): ChangedFigure[] =>
    [...of].flatMap(([line, columns]) =>
      [...columns].flatMap(([column, texts]) =>
        texts.flatMap((text, k): ChangedFigure[] => {
          const other = against.get(line)?.get(column)?.[k] ?? null;
          if (isGone) return other === null ? [{ line, column, before: text, after: null }] : [];
          return other === text ? [] : [{ line, column, before: other, after: text }];
        }),
      ),
    );
  return [...others(is, was, false), ...others(was, is, true)];
}
