import type { MouseEvent } from 'react';
import type { LaidCell, LaidOut } from '../../core/view/laid-cell.js';

/** A cell of a table in the page, with the first column that it stands in. */
interface Placed {
  cell: HTMLTableCellElement;
  column: number;
}

/** What a table hears that all of its lines are wanted, or no longer; of a long one only those in sight are there. */
export const LINES_WANTED = 'hatch-lines-wanted';

const wantLines = (region: Element, all: boolean) =>
  region.dispatchEvent(new CustomEvent(LINES_WANTED, { detail: all }));

/** From which cell a choice of cells reaches; in a long table its line by its place, for it may be drawn anew. */
const anchors = new WeakMap<Element, { cell: HTMLElement; line: string | undefined; at: number }>();

function anchorIn(region: Element): HTMLElement | null {
  const anchor = anchors.get(region);
  if (!anchor || anchor.cell.isConnected) return anchor?.cell ?? null;
  const line = region.querySelector<HTMLTableRowElement>(`tr[data-index="${anchor.line}"]`);
  return line?.cells[anchor.at] ?? null;
}

const PICKED = 'data-picked';

/** Each line of a part of a table with the columns of its cells, those that reach over several counted. */
function placed(part: HTMLTableSectionElement): Placed[][] {
  const taken: Set<number>[] = [];
  return [...part.rows].map((line, row) => {
    let column = 0;
    return [...line.cells].map((cell) => {
      while (taken[row]?.has(column)) column++;
      const own = { cell, column };
      for (let down = 0; down < cell.rowSpan; down++)
        for (let right = 0; right < cell.colSpan; right++) (taken[row + down] ??= new Set()).add(column + right);
      column += cell.colSpan;
      return own;
    });
  });
}

const sectionsOf = (table: HTMLTableElement) => [...table.tBodies, ...(table.tFoot ? [table.tFoot] : [])];

/** Cells with figures, line by line. */
const figureLines = (table: HTMLTableElement): Placed[][] =>
  sectionsOf(table)
    .flatMap(placed)
    .map((line) => line.filter(({ cell }) => cell.tagName === 'TD'));

const tableIn = (region: Element) => region.querySelector('table');

/** Takes all cells of a table out of the choice. */
function clearPicked(region: Element): void {
  for (const cell of region.querySelectorAll(`[${PICKED}]`)) cell.removeAttribute(PICKED);
}

const placeOf = (lines: readonly Placed[][], cell: Element) => {
  const line = lines.findIndex((cells) => cells.some((own) => own.cell === cell));
  return line < 0 ? null : { line, column: lines[line]!.find((own) => own.cell === cell)!.column };
};

/** Chooses all cells between the anchor and one, lines and columns. */
export function pickTo(region: Element, target: HTMLElement): void {
  wantLines(region, true);
  const table = tableIn(region);
  if (!table) return;
  const lines = figureLines(table);
  const [from, to] = [placeOf(lines, anchorIn(region) ?? target), placeOf(lines, target)];
  if (!from || !to) return;
  clearPicked(region);
  const isBetween = (value: number, a: number, b: number) => value >= Math.min(a, b) && value <= Math.max(a, b);
  lines.forEach((cells, line) =>
    cells.forEach(({ cell, column }) => {
      if (isBetween(line, from.line, to.line) && isBetween(column, from.column, to.column))
        cell.setAttribute(PICKED, '');
    }),
  );
}

/** From here on a choice of cells reaches from this one. */
export function pickFrom(region: Element, cell: HTMLElement): void {
  const isPicked = region.querySelector(`[${PICKED}]`) !== null;
  clearPicked(region);
  const line = cell.closest('tr')?.dataset['index'];
  anchors.set(region, { cell, line, at: cell instanceof HTMLTableCellElement ? cell.cellIndex : 0 });
  if (isPicked) wantLines(region, false);
}

/** A click chooses where a choice begins; one with Shift chooses all cells up to there, and opens none. */
export const cellPicks = {
  onMouseDown: (event: MouseEvent<HTMLElement>) => {
    const cell = event.target instanceof Element ? event.target.closest<HTMLElement>('td') : null;
    if (!cell || event.button !== 0) return;
    if (!event.shiftKey) {
      pickFrom(event.currentTarget, cell);
      return;
    }
    event.preventDefault();
    pickTo(event.currentTarget, cell);
  },
  onClickCapture: (event: MouseEvent<HTMLElement>) => {
    if (event.shiftKey) event.stopPropagation();
  },
};

/** What is read in a cell, line by line; without what is said to those alone who do not see it. */
function textsOf(cell: Element): string[] {
  const copy = cell.cloneNode(true) as Element;
  for (const hidden of copy.querySelectorAll('.sr-only, svg, [aria-hidden=true]')) hidden.remove();
  const isLine = (span: Element) => span.children.length === 0 && span.textContent !== '';
  const lines = [...copy.querySelectorAll('span')].filter(isLine);
  const texts = lines.map((span) => span.textContent.trim());
  return cell.tagName === 'TD' && texts.length > 1 ? texts : [copy.textContent.replace(/\s+/g, ' ').trim()];
}

const cellOf = (text: string, heads: LaidCell['heads']): LaidCell => ({ text, heads, columns: 1, lines: 1 });
/** A minus sign and a point between thousands are for the eye; a spreadsheet takes numbers without. */
const plain = (text: string) => text.replace(/^−/, '-').replace(/(?<=\d),(?=\d{3})/g, '');

/** The chosen cells of a table with their headings; null where none is chosen. */
function pickedTable(region: Element): LaidOut | null {
  const table = tableIn(region);
  if (!table?.tHead) return null;
  const lines = sectionsOf(table).flatMap(placed);
  const picked = lines.map((line) => line.filter(({ cell }) => cell.hasAttribute(PICKED)));
  const columns = [...new Set(picked.flat().map(({ column }) => column))].sort((a, b) => a - b);
  if (columns.length === 0) return null;
  const levels = placed(table.tHead);
  const head = levels.map((cells) => [
    cellOf('', 'columns'),
    ...columns.map((column) => {
      const above = cells.find((own) => own.column <= column && column < own.column + own.cell.colSpan);
      return cellOf(above ? (textsOf(above.cell)[0] ?? '') : '', 'columns');
    }),
  ]);
  const body = picked.flatMap((cells, k) => {
    if (cells.length === 0) return [];
    const name = lines[k]!.find(({ cell }) => cell.tagName === 'TH');
    const texts = cells.map(({ cell }) => textsOf(cell));
    const depth = Math.max(...texts.map(({ length }) => length));
    return Array.from({ length: depth }, (_, line) => [
      cellOf(line === 0 && name ? (textsOf(name.cell)[0] ?? '') : '', 'line'),
      ...texts.map((own) => cellOf(plain(own[line] ?? ''), null)),
    ]);
  });
  return { title: table.caption?.textContent ?? '', head, body, notes: [] };
}

/** The chosen cells of the first table that has some. */
export function pickedOnPage(): LaidOut | null {
  const region = document.querySelector(`[${PICKED}]`)?.closest('[role=region]');
  return region ? pickedTable(region) : null;
}
