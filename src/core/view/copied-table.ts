import { copiedCell } from '../codebook/pasted.js';
import { harmless } from '../harmless.js';
import { markupText } from '../markup-text.js';
import type { LaidCell, LaidOut } from './laid-cell.js';
import { gridOf } from './placed-cells.js';

/** A table as the clipboard takes it. */
export interface CopiedTable {
  /** A real table, for a word processor. */
  html: string;
  /** Cells between tabs, for a spreadsheet. */
  text: string;
}

/**
 * What a table looks like where it is pasted, in attributes: styles would be held against the page that copies, which
 * allows none in its markup.
 */
const LOOK = {
  table: 'border="1" cellspacing="0" cellpadding="3"',
  columns: 'align="right" valign="bottom"',
  line: 'align="left" valign="top"',
  figure: 'align="right"',
};

function cellHtml({ text, heads, columns, lines, isText, depth = 0 }: LaidCell): string {
  const spans = `${columns > 1 ? ` colspan="${columns}"` : ''}${lines > 1 ? ` rowspan="${lines}"` : ''}`;
  if (heads === null && !isText) return `<td${spans} ${LOOK.figure}>${markupText(text)}</td>`;
  if (heads === null) return `<td${spans} ${LOOK.line}>${markupText(harmless(text))}</td>`;
  const scope = heads === 'columns' ? (columns > 1 ? 'colgroup' : 'col') : 'row';
  const look = heads === 'columns' ? LOOK.columns : LOOK.line;
  // A spreadsheet runs formulas that come as HTML, too.
  return `<th scope="${scope}"${spans} ${look}>${'&emsp;'.repeat(depth)}${markupText(harmless(text))}</th>`;
}

const lineHtml = (cells: readonly LaidCell[]) => `<tr>${cells.map(cellHtml).join('')}</tr>`;

function tableHtml({ title, head, body, notes }: LaidOut): string {
  return [
    `<p><b>${markupText(title)}</b></p>`,
    `<table ${LOOK.table}><thead>${head.map(lineHtml).join('')}</thead>`,
    `<tbody>${body.map(lineHtml).join('')}</tbody></table>`,
    `<p>${notes.map(([text, value]) => `${markupText(text)}: ${value}`).join('<br>')}</p>`,
  ].join('');
}

/** Figures stay numbers, those below zero too. */
const cellText = ({ text, heads, isText }: LaidCell) => (heads === null && !isText ? text : copiedCell(text));

function tableText({ title, head, body, notes }: LaidOut): string {
  const under = notes.map(([text, value]) => [copiedCell(text), String(value)]);
  const lines = [[copiedCell(title)], ...gridOf([...head, ...body], cellText, ''), ...under];
  return lines.map((cells) => cells.join('\t')).join('\n');
}

/** Tables for the clipboard, one under the other, in HTML and between tabs; no text of them is run as a formula. */
export const copiedTable = (tables: readonly LaidOut[]): CopiedTable => ({
  html: tables.map(tableHtml).join(''),
  text: tables.map(tableText).join('\n\n'),
});
