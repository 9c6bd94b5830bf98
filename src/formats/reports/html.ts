import { createHash } from 'node:crypto';
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
  standsOn,
} from '../../core/report/report.js';
import type { SaidReading } from '../../core/reading/said-reading.js';
import { INK_KEY, INK_WORDS } from '../../core/view/ink.js';
import { HTML_STYLES } from './html-styles.js';
import { paragraph, tableHtml, tag } from './html-table.js';

/** What a page has beside what a page to read has. */
export interface PageParts {
  /** How the tables of an item are written. */
  tables?: (item: ReportTable) => string;
  styles?: string;
  /** What it runs; nothing else may run in it. */
  script?: string;
}

const sha256 = (text: string) => createHash('sha256').update(text).digest('base64');

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

const tablesHtml = (item: ReportTable) => {
  const laid = laidToRead(item);
  return laid.map((own) => tableHtml(own, laid.length > 1)).join('\n');
};

function tableItem(item: ReportTable, { tables = tablesHtml }: PageParts): string {
  const { pictures, hatched, readings } = item;
  const parts = [
    tag('h2', markupText(captioned(item))),
    tables(item),
    ...pictures.map((picture) => pictureHtml(picture, pictures.length > 1)),
    ...standsOn(item).map((line) => paragraph(line, 'base')),
    ...(hatched ? [keyHtml()] : []),
    ...readings.map(readingHtml),
  ];
  return tag('section', parts.join('\n'), ` id="${anchorOf(item)}"`);
}

function itemHtml(item: ReportItem, parts: PageParts): string {
  if (item.is === 'table') return tableItem(item, parts);
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
export function htmlReport(report: Report, parts: PageParts = {}): string {
  const { title, facts, items, methods } = report;
  const { styles = '', script } = parts;
  const ofScript = script === undefined ? '' : `; script-src 'sha256-${sha256(script)}'`;
  const allowed = `default-src 'none'; img-src data:; style-src 'unsafe-inline'${ofScript}`;
  const policy = `<meta http-equiv="Content-Security-Policy" content="${allowed}">`;
  return [
    '<!doctype html><html lang="en"><head><meta charset="utf-8">',
    '<meta name="viewport" content="width=device-width,initial-scale=1">',
    `${policy}<title>${markupText(title)}</title><style>${HTML_STYLES}${styles}</style></head><body>`,
    tag('header', tag('h1', markupText(title)) + factsHtml(facts)),
    contentsHtml(report),
    tag('main', items.map((item) => itemHtml(item, parts)).join('\n')),
    tag('footer', tag('h2', 'Methods') + methods.map((text) => paragraph(text, 'methods')).join('')),
    ...(script === undefined ? [] : [`<script>${script}</script>`]),
    '</body></html>\n',
  ].join('\n');
}
