import { captioned } from '../../core/report/captioned.js';
import { type Fact, type Report, type ReportItem, type ReportTable, standsOn } from '../../core/report/report.js';
import { columnParts, isLaidWide, textColumns } from '../../core/view/column-parts.js';
import { INK_SIGNS, INK_SIGNS_WORDS } from '../../core/view/ink.js';
import type { LaidCell, LaidOut } from '../../core/view/laid-cell.js';
import { placedCells, placedLines, widthOf } from '../../core/view/placed-cells.js';
import { latexText, unknownSigns } from './latex-text.js';

/** The size of letters in a table of so many columns at most. */
const SIZES = [
  { columns: 7, size: 'small' },
  { columns: 10, size: 'footnotesize' },
  { columns: 13, size: 'scriptsize' },
  { columns: Infinity, size: 'tiny' },
];

const textOf = ({ text, small, ink, depth = 0 }: LaidCell) =>
  '\\hspace*{1em}'.repeat(depth) + latexText(`${small ? '! ' : ''}${ink ? `${INK_SIGNS[ink]} ` : ''}${text}`);

/** The share of the page that a column of figures takes at most. */
const MOST_SHARE = 0.11;
/** What keeps a column of texts apart from the figures before it. */
const TEXT_SPACE = '8pt';

/** The columns of a table, which together are no wider than the page; what is longer takes another line. */
function columnsOf(laid: LaidOut): string {
  const { heads } = widthOf(laid);
  const parts = columnParts(laid);
  const texts = textColumns(laid);
  const all = parts.reduce((sum, part) => sum + part, 0);
  return parts
    .map((part, k) => {
      const share = Math.min(MOST_SHARE * part, part / all).toFixed(4);
      const [before, apart] = texts.has(k) ? [`@{\\hspace{${TEXT_SPACE}}}`, `-${TEXT_SPACE}`] : ['', ''];
      const stands = k < heads || texts.has(k) ? 'raggedright' : 'raggedleft';
      return `${before}>{\\${stands}\\arraybackslash}p{\\dimexpr ${share}\\linewidth-2\\tabcolsep${apart}}`;
    })
    .join('');
}

/** A line of a heading; what reaches down over several lines stands in the last of them. */
function headLine(head: LaidOut['head'], at: number, width: number): string {
  const cells = placedCells(head).filter(({ cell, line }) => line <= at && at < line + cell.lines);
  const parts: string[] = [];
  for (let column = 0; column < width;) {
    const placed = cells.find((own) => own.column === column);
    const columns = placed?.cell.columns ?? 1;
    const isLast = placed && placed.line + placed.cell.lines - 1 === at;
    const text = isLast ? textOf(placed.cell) : '';
    const stands = column === 0 ? 'l' : 'c';
    // A heading of one column takes as many lines as it needs in it.
    parts.push(columns > 1 ? `\\multicolumn{${columns}}{${stands}}{${text}}` : text);
    column += columns;
  }
  return `${parts.join(' & ')} \\\\`;
}

function bodyLines({ body }: LaidOut, width: number): string[] {
  return placedLines(body).map((cells, at) => {
    const parts: string[] = [];
    for (let column = 0; column < width;) {
      const own = cells.find((candidate) => candidate.column === column)?.cell;
      const columns = own?.columns ?? 1;
      const text = own ? textOf(own) : '';
      parts.push(columns > 1 ? `\\multicolumn{${columns}}{l}{${text}}` : text);
      column += columns;
    }
    const rule = at > 0 && cells[0]?.column === 0 ? '\\hline\n' : '';
    return `${rule}${parts.join(' & ')} \\\\`;
  });
}

/** A table that goes over as many pages as it needs, its heading on each. */
function tableLines(laid: LaidOut): string[] {
  const { columns } = widthOf(laid);
  const { size } = SIZES.find((step) => columns <= step.columns)!;
  return [
    `{\\${size}\\setlength{\\tabcolsep}{2pt}`,
    `\\begin{longtable}[l]{${columnsOf(laid)}}`,
    '\\hline',
    ...laid.head.map((_, at) => headLine(laid.head, at, columns)),
    '\\hline\\endhead',
    ...bodyLines(laid, columns),
    '\\hline',
    '\\end{longtable}}',
  ];
}

const paragraph = (text: string) => `\\noindent ${latexText(text)}\\par`;
const soft = (text: string) => `{\\small ${paragraph(text)}}`;
const facts = (list: readonly Fact[]) => list.map(({ what, text }) => paragraph(`${what}: ${text}`));

function tableItem(item: ReportTable): string[] {
  const { laid, hatched, readings } = item;
  return [
    `\\subsection*{${latexText(captioned(item))}}`,
    `\\addcontentsline{toc}{subsection}{${latexText(captioned(item))}}`,
    ...laid.flatMap((own) => [...(laid.length > 1 ? [paragraph(own.title)] : []), ...tableLines(own)]),
    ...standsOn(item).map(soft),
    ...(hatched ? [soft(INK_SIGNS_WORDS)] : []),
    ...readings.flatMap(({ title, sentence, lines }) => [
      '\\begin{quote}',
      `\\textit{${latexText(title)}}\\par`,
      ...(sentence === '' ? [] : [`${latexText(sentence)}\\par`]),
      ...lines.map(({ what, text }) => `{\\small ${latexText(`${what}: ${text}`)}\\par}`),
      '\\end{quote}',
    ]),
  ];
}

function itemLines(item: ReportItem): string[] {
  if (item.is === 'table') {
    const isWide = item.laid.some(isLaidWide);
    return isWide ? ['\\begin{landscape}', ...tableItem(item), '\\end{landscape}'] : tableItem(item);
  }
  if (item.is === 'refused') return [`\\subsection*{${latexText(captioned(item))}}`, soft(item.why)];
  if (item.is === 'note') return item.text.split(/\r?\n/).map(paragraph);
  const title = latexText(item.title);
  return [`\\section*{${title}}`, `\\addcontentsline{toc}{section}{${title}}`];
}

/** A report as a LaTeX document of packages that every LaTeX has. */
export function latexReport({ title, facts: known, items, methods }: Report): string {
  const body = [
    `\\section*{${latexText(title)}}`,
    ...facts(known),
    '\\tableofcontents',
    ...items.flatMap(itemLines),
    '\\section*{Methods}',
    ...methods.map(paragraph),
  ].join('\n');
  return [
    '% pdflatex sets western letters; for others take lualatex or xelatex, and a font that has them.',
    '\\documentclass[a4paper]{article}',
    '\\usepackage[margin=18mm]{geometry}',
    '\\usepackage{array}',
    '\\usepackage{longtable}',
    '\\usepackage{lscape}',
    '\\usepackage{textcomp}',
    '\\usepackage{iftex}',
    '\\ifPDFTeX',
    '\\usepackage[T1]{fontenc}',
    '\\usepackage[utf8]{inputenc}',
    ...unknownSigns(body),
    '\\else',
    '\\usepackage{fontspec}',
    '\\fi',
    '\\setcounter{secnumdepth}{0}',
    '\\setlength{\\parskip}{3pt}',
    '\\sloppy',
    '\\begin{document}',
    body,
    '\\end{document}',
    '',
  ].join('\n');
}
