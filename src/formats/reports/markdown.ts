import { captioned } from '../../core/report/captioned.js';
import {
  type Fact,
  laidToRead,
  type Report,
  type ReportItem,
  type ReportPicture,
  type ReportTable,
  standsOn,
} from '../../core/report/report.js';
import { textColumns } from '../../core/view/column-parts.js';
import { INK_SIGNS, INK_SIGNS_WORDS } from '../../core/view/ink.js';
import type { LaidCell, LaidOut } from '../../core/view/laid-cell.js';
import { headingsOver, placedCells, widthOf } from '../../core/view/placed-cells.js';

/** A text in which no sign is taken for markup, on one line. */
const plain = (text: string): string =>
  text.replace(/[\\`*_{}[\]<>#|~!$&]/g, (sign) => `\\${sign}`).replace(/\s*[\r\n]+\s*/g, ' ');

const markOf = ({ small, ink, depth = 0 }: LaidCell) =>
  `${'&emsp;'.repeat(depth)}${small ? '! ' : ''}${ink ? `${INK_SIGNS[ink]} ` : ''}`;

/** A heading of several lines has one here: what stands above goes in front of what stands under it. */
const headingOf = (head: LaidOut['head']): string[] => headingsOver(head).map((texts) => texts.map(plain).join(' / '));

const line = (cells: readonly string[]) => `| ${cells.join(' | ')} |`;

/** The lines of a table; what stands for several lines is said again in each. */
function tableLines(laid: LaidOut): string[] {
  const { head, body } = laid;
  const { columns: width, heads: lineHeads } = widthOf(laid);
  const grid = body.map(() => new Array<string>(width).fill(''));
  for (const { cell, line: at, column } of placedCells(body))
    for (let down = 0; down < cell.lines; down++)
      if (grid[at + down]) grid[at + down]![column] = `${markOf(cell)}${plain(cell.text)}`;
  // The corner reaches over the names of lines.
  const titles = headingOf(head).map((title, k, all) => (k > 0 && k < lineHeads && title === all[0] ? '' : title));
  const texts = textColumns(laid);
  const under = Array.from({ length: width }, (_, k) => (k < lineHeads || texts.has(k) ? '---' : '---:'));
  return [line(titles), line(under), ...grid.map(line)];
}

const facts = (list: readonly Fact[]) => list.map(({ what, text }) => `- **${plain(what)}**: ${plain(text)}`);

/** A picture within the text, which is one file. */
const pictureLine = ({ alt, svg }: ReportPicture) =>
  `![${plain(alt)}](data:image/svg+xml;base64,${Buffer.from(svg).toString('base64')})`;

function tableItem(item: ReportTable): string[] {
  const { pictures, hatched, readings } = item;
  const laid = laidToRead(item);
  return [
    `## ${plain(captioned(item))}`,
    ...laid.flatMap((own) => [...(laid.length > 1 ? [`### ${plain(own.title)}`] : []), tableLines(own).join('\n')]),
    ...pictures.map(pictureLine),
    ...standsOn(item).map(plain),
    ...(hatched ? [INK_SIGNS_WORDS] : []),
    ...readings.flatMap(({ title, sentence, lines }) => [
      `**${plain(title)}**`,
      ...(sentence === '' ? [] : [`> ${plain(sentence)}`]),
      facts(lines).join('\n'),
    ]),
  ];
}

function itemLines(item: ReportItem): string[] {
  if (item.is === 'table') return tableItem(item);
  if (item.is === 'refused') return [`## ${plain(captioned(item))}`, plain(item.why)];
  return [item.is === 'section' ? `# ${plain(item.title)}` : item.text.split(/\r?\n/).map(plain).join('  \n')];
}

/** A report as Markdown with tables of pipes. */
export function markdownReport({ title, facts: known, items, methods }: Report): string {
  const parts = [
    `# ${plain(title)}`,
    facts(known).join('\n'),
    ...items.flatMap(itemLines),
    '## Methods',
    ...methods.map(plain),
  ];
  return `${parts.filter((part) => part !== '').join('\n\n')}\n`;
}
