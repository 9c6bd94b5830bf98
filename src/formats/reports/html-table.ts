import { markupText } from '../../core/markup-text.js';
import { INK_WORDS } from '../../core/view/ink.js';
import type { LaidCell, LaidOut } from '../../core/view/laid-cell.js';
import { type PlacedCell, placedLines } from '../../core/view/placed-cells.js';

/** Lines within more others than this stand no further in. */
const DEEPEST = 3;

/** An element with what is inside it, which is markup already. */
export const tag = (name: string, inside: string, attributes = '') => `<${name}${attributes}>${inside}</${name}>`;
/** A paragraph of a kind. */
export const paragraph = (text: string, kind: string) => tag('p', markupText(text), ` class="${kind}"`);

/** The number by which a cell is sorted that does not begin with it: "V = .19", "< .001"; nothing elsewhere. */
function orderOf({ text, figure, parts }: LaidCell): string {
  const value = (figure ?? parts?.find((part) => part.figure)?.figure)?.value;
  return value === undefined || !Number.isNaN(parseFloat(text)) ? '' : ` data-order="${value.toPrecision(6)}"`;
}

function cellHtml({ cell, column }: PlacedCell): string {
  const { text, heads, columns, lines, ink, small, depth, ranks, isText } = cell;
  const spans = `${columns > 1 ? ` colspan="${columns}"` : ''}${lines > 1 ? ` rowspan="${lines}"` : ''}`;
  if (heads === null) {
    const hatched = ink ? ` class="${ink}" title="${INK_WORDS[ink]}"` : isText ? ' class="text"' : '';
    const mark = small ? '<span class="small" title="a small base">!</span> ' : '';
    return tag('td', `${mark}${markupText(text)}`, `${spans}${hatched}${orderOf(cell)}`);
  }
  const group = heads === 'columns' ? columns > 1 : lines > 1;
  const scope = `${heads === 'columns' ? 'col' : 'row'}${group ? 'group' : ''}`;
  const isCorner = heads === 'columns' && column === 0;
  const ofLine = depth ? ` class="within${Math.min(depth, DEEPEST)}"` : column > 0 ? ' class="figure"' : '';
  const kind = isCorner ? ' class="corner"' : isText ? ' class="text"' : heads === 'line' ? ofLine : '';
  return tag('th', markupText(text), ` scope="${scope}"${spans}${kind}${ranks ? ' data-ranks' : ''}`);
}

/** Lines of a table; a rule stands over each that begins something. */
function linesHtml(lines: LaidOut['body']): string {
  return placedLines(lines)
    .map((cells) => tag('tr', cells.map(cellHtml).join(''), cells[0]?.column === 0 ? ' class="begins"' : ''))
    .join('');
}

/** A table that is laid out; under its name, or with the name for who does not see it. */
export function tableHtml({ title, head, body }: LaidOut, isNamed: boolean): string {
  const name = tag('caption', markupText(title), isNamed ? '' : ' class="unseen"');
  const parts = tag('thead', linesHtml(head)) + tag('tbody', linesHtml(body));
  return tag('div', tag('table', name + parts), ' class="wide"');
}
