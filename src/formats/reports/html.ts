import { markupText } from '../../core/markup-text.js';
import { anchorOf, captioned } from '../../core/report/captioned.js';
import {
  type Fact,
  laidToRead,
  type Report,
  type ReportItem,
  type ReportPicture,
  type ReportTable,
  tablesOf,
} from '../../core/report/report.js';
import type { SaidReading } from '../../core/reading/said-reading.js';
import { INK_KEY, INK_WORDS } from '../../core/view/ink.js';
import type { LaidOut } from '../../core/view/laid-cell.js';
import { type PlacedCell, placedLines } from '../../core/view/placed-cells.js';

const hatch = (angle: number, gap: number) =>
  `background-image:repeating-linear-gradient(${angle}deg,#2f4a6d59 0 1px,transparent 1px ${gap}px)`;

/** How the page looks; its hatching stays on paper. */
const STYLES = `
:root{color-scheme:light}
body{font:15px/1.5 "Source Sans 3","Segoe UI",Arial,sans-serif;color:#1c2230;background:#fffefb;max-width:1100px;
margin:32px auto;padding:0 24px;font-variant-numeric:tabular-nums}
h1,h2,blockquote{font-family:"Source Serif 4",Georgia,serif;font-weight:600}
h1{font-size:28px}h2{font-size:20px;margin-top:44px}h3{font-size:15px;color:#5b6272}
a{color:#0b5f6b}
dl{display:grid;grid-template-columns:auto 1fr;gap:2px 16px;margin:8px 0}dt{color:#5b6272}dd{margin:0}
.wide{overflow-x:auto}
table{border-collapse:collapse;margin:10px 0}
th,td{padding:2px 10px;text-align:right;vertical-align:top}
tbody .begins>*{border-top:1px solid #d9d6cc}tbody{border-bottom:1px solid #1c2230}
thead th{border-bottom:1px solid #1c2230;vertical-align:bottom}
th[scope=row],th[scope=rowgroup]{text-align:left;font-weight:400}
thead th[scope=colgroup]{text-align:center}thead .corner{text-align:left}nav p{margin:4px 0}
.figure{color:#5b6272}
tbody .within1{padding-left:28px}tbody .within2{padding-left:46px}tbody .within3{padding-left:64px}
.base,.methods{color:#5b6272;font-size:14px;max-width:86ch}
.small{color:#a8480a;font-weight:700}
.reading{border-left:3px solid #0b5f6b;padding-left:14px;margin:16px 0}
.reading blockquote{margin:0 0 6px;font-weight:400;font-size:17px;max-width:74ch}
figure{margin:14px 0}figure img{max-width:100%;height:auto}
.note{max-width:74ch;white-space:pre-wrap}
.more1{${hatch(-45, 7)}}.more2{${hatch(-45, 4)}}.fewer1{${hatch(45, 7)}}.fewer2{${hatch(45, 4)}}
.key span{display:inline-block;width:26px;height:13px;margin:0 4px;border:1px solid #d9d6cc;vertical-align:-2px}
td,.key span{-webkit-print-color-adjust:exact;print-color-adjust:exact}
.unseen{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%);white-space:nowrap}
@media print{body{margin:0;max-width:none}section,tr{break-inside:avoid}thead{display:table-header-group}}
`;

/** Lines within more others than this stand no further in. */
const DEEPEST = 3;

const tag = (name: string, inside: string, attributes = '') => `<${name}${attributes}>${inside}</${name}>`;
const paragraph = (text: string, kind: string) => tag('p', markupText(text), ` class="${kind}"`);

function cellHtml({ cell, column }: PlacedCell): string {
  const { text, heads, columns, lines, ink, small, depth } = cell;
  const spans = `${columns > 1 ? ` colspan="${columns}"` : ''}${lines > 1 ? ` rowspan="${lines}"` : ''}`;
  if (heads === null) {
    const hatched = ink ? ` class="${ink}" title="${INK_WORDS[ink]}"` : '';
    const mark = small ? '<span class="small" title="a small base">!</span> ' : '';
    return tag('td', `${mark}${markupText(text)}`, `${spans}${hatched}`);
  }
  const group = heads === 'columns' ? columns > 1 : lines > 1;
  const scope = `${heads === 'columns' ? 'col' : 'row'}${group ? 'group' : ''}`;
  const isCorner = heads === 'columns' && column === 0;
  const ofLine = depth ? ` class="within${Math.min(depth, DEEPEST)}"` : column > 0 ? ' class="figure"' : '';
  const kind = isCorner ? ' class="corner"' : heads === 'line' ? ofLine : '';
  return tag('th', markupText(text), ` scope="${scope}"${spans}${kind}`);
}

/** Lines of a table; a rule stands over each that begins something. */
function linesHtml(lines: LaidOut['body']): string {
  return placedLines(lines)
    .map((cells) => tag('tr', cells.map(cellHtml).join(''), cells[0]?.column === 0 ? ' class="begins"' : ''))
    .join('');
}

function tableHtml({ title, head, body }: LaidOut, isNamed: boolean): string {
  const name = tag('caption', markupText(title), isNamed ? '' : ' class="unseen"');
  const parts = tag('thead', linesHtml(head)) + tag('tbody', linesHtml(body));
  return tag('div', tag('table', name + parts), ' class="wide"');
}

function keyHtml(): string {
  const samples = INK_KEY.map((ink) => `<span class="${ink}" title="${INK_WORDS[ink]}"></span>`);
  return `<p class="base key">fewer ${samples.join('')} more than independence gives</p>`;
}

const factsHtml = (facts: readonly Fact[]) =>
  tag('dl', facts.map(({ what, text }) => tag('dt', markupText(what)) + tag('dd', markupText(text))).join(''));

const readingHtml = ({ title, sentence, lines }: SaidReading) =>
  tag(
    'div',
    tag('h3', markupText(title)) + (sentence === '' ? '' : tag('blockquote', markupText(sentence))) + factsHtml(lines),
    ' class="reading"',
  );

/** A picture with a text in its place; under its title, where there are several. */
function pictureHtml({ title, svg, alt, width }: ReportPicture, isNamed: boolean): string {
  const data = `data:image/svg+xml;base64,${Buffer.from(svg).toString('base64')}`;
  const image = `<img src="${data}" width="${width}" alt="${markupText(alt)}">`;
  return tag('figure', `${isNamed ? tag('figcaption', markupText(title)) : ''}${image}`);
}

function tableItem(item: ReportTable): string {
  const { pictures, bases, hatched, readings } = item;
  const laid = laidToRead(item);
  const parts = [
    tag('h2', markupText(captioned(item))),
    ...laid.map((own) => tableHtml(own, laid.length > 1)),
    ...pictures.map((picture) => pictureHtml(picture, pictures.length > 1)),
    ...bases.map((line) => paragraph(line, 'base')),
    ...(hatched ? [keyHtml()] : []),
    ...readings.map(readingHtml),
  ];
  return tag('section', parts.join('\n'), ` id="${anchorOf(item)}"`);
}

function itemHtml(item: ReportItem): string {
  if (item.is === 'table') return tableItem(item);
  if (item.is === 'refused') return tag('h2', markupText(captioned(item))) + paragraph(item.why, 'base');
  return item.is === 'section' ? tag('h2', markupText(item.title)) : paragraph(item.text, 'note');
}

function contentsHtml(report: Report): string {
  const tables = tablesOf(report);
  if (tables.length < 2) return '';
  const lines = tables.map((item) => `<p><a href="#${anchorOf(item)}">${markupText(captioned(item))}</a></p>`);
  return tag('nav', lines.join(''), ' aria-label="Contents"');
}

/** A report as one page, which needs no script and asks for nothing. */
export function htmlReport(report: Report): string {
  const { title, facts, items, methods } = report;
  const allowed = "default-src 'none'; img-src data:; style-src 'unsafe-inline'";
  const policy = `<meta http-equiv="Content-Security-Policy" content="${allowed}">`;
  return [
    '<!doctype html><html lang="en"><head><meta charset="utf-8">',
    '<meta name="viewport" content="width=device-width,initial-scale=1">',
    `${policy}<title>${markupText(title)}</title><style>${STYLES}</style></head><body>`,
    tag('header', tag('h1', markupText(title)) + factsHtml(facts)),
    contentsHtml(report),
    tag('main', items.map(itemHtml).join('\n')),
    tag('footer', tag('h2', 'Methods') + methods.map((text) => paragraph(text, 'methods')).join('')),
    '</body></html>\n',
  ].join('\n');
}
