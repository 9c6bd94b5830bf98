import PptxGenJS from 'pptxgenjs';
import { captioned } from '../../core/report/captioned.js';
import {
  type Fact,
  laidToRead,
  picturesIn,
  type Report,
  type ReportItem,
  type ReportPicture,
  type ReportTable,
  standsOn,
} from '../../core/report/report.js';
import { columnParts, isLaidWide } from '../../core/view/column-parts.js';
import { INK_SIGNS, INK_SIGNS_WORDS } from '../../core/view/ink.js';
import { inPages } from '../../core/view/in-pages.js';
import type { LaidOut } from '../../core/view/laid-cell.js';
import { type PlacedCell, placedCells, placedLines } from '../../core/view/placed-cells.js';
import { standsAt } from '../../core/view/stands-at.js';
import { pngsOf } from './pngs-of.js';
import { xmlText } from './xml-text.js';

const SERIF = 'Source Serif 4';
const SANS = 'Source Sans 3';
const INK = '1C2230';
const SOFT = '5B6272';
const PEN = '2F4A6D';
const CAUTION = 'A8480A';
const ACTION = '0B5F6B';

/** A wide slide and its margins, in inches. */
const SLIDE = { width: 13.33, height: 7.5, margin: 0.5, top: 1.15 };
const WIDE = SLIDE.width - 2 * SLIDE.margin;
/** What a slide has room for, and how high a line is. */
const ROOM = { lines: 18, columns: 13 };
const LINE = 0.27;
const POINTS = 72;
/** Signs of small text on a line, for how high a text is. */
const SIGNS_ON_LINE = 150;
/** Signs of a text in a table on an inch. */
const SIGNS_ON_INCH = 13;
/** Paragraphs on a slide of text. */
const MOST_LINES = 22;

type Slide = PptxGenJS.Slide;
type Runs = PptxGenJS.TextProps[];

const run = (text: string, options: PptxGenJS.TextPropsOptions = {}): PptxGenJS.TextProps => ({
  text: xmlText(text),
  options: { fontFace: SANS, color: INK, ...options },
});

/** A slide with its title. */
function slideOf(deck: PptxGenJS, title: string): Slide {
  const slide = deck.addSlide();
  const place = { x: SLIDE.margin, y: 0.3, w: WIDE, h: 0.75 };
  slide.addText([run(title, { fontFace: SERIF, bold: true })], {
    ...place,
    fontSize: 20,
    valign: 'middle',
    margin: 0,
    fit: 'shrink',
  });
  return slide;
}

function cellOf(placed: PlacedCell, size: number): PptxGenJS.TableCell {
  const { cell } = placed;
  const { text, heads, columns, lines, ink, small, isText, depth = 0 } = cell;
  const isOver = heads === 'columns';
  const align = standsAt(placed);
  const runs: Runs = [
    ...(small ? [run('! ', { color: CAUTION, fontSize: size })] : []),
    ...(ink ? [run(`${INK_SIGNS[ink]} `, { color: PEN, fontSize: size - 3 })] : []),
    run(`${'\u2003'.repeat(depth)}${text}`, { bold: isOver, fontSize: size }),
  ];
  const none = { type: 'none' } as const;
  const under = { type: 'solid', pt: 0.5, color: isOver ? INK : 'D9D6CC' } as const;
  return {
    text: runs,
    options: {
      align,
      valign: isOver ? 'bottom' : 'top',
      colspan: columns,
      rowspan: lines,
      border: [none, none, under, none],
      margin: [0.01, 0.05, 0.01, isText && heads !== 'line' ? 0.15 : 0.05],
    },
  };
}

/** How wide the columns of a table are, in inches. */
function widthsOf(laid: LaidOut): number[] {
  const parts = columnParts(laid);
  const whole = parts.reduce((sum, part) => sum + part, 0);
  // A table of few columns is no wider than it has to be.
  const width = Math.min(WIDE, whole * 1.6);
  return parts.map((part) => (part * width) / whole);
}

/** What a slide has room for of a table: a line with long texts takes as much as several. */
function roomFor(laid: LaidOut): typeof ROOM {
  const widths = widthsOf(laid);
  const texts = placedCells(laid.body).filter(({ cell }) => cell.isText);
  const heights = texts.map(({ cell, column }) =>
    Math.ceil(cell.text.length / (SIGNS_ON_INCH * (widths[column] ?? 1))),
  );
  return { ...ROOM, lines: Math.max(4, Math.floor(ROOM.lines / Math.max(1, ...heights))) };
}

/** Puts a table under the title of a slide. @returns where it ends, in inches */
function putTable(slide: Slide, laid: LaidOut): number {
  const widths = widthsOf(laid);
  const size = widths.length > 10 || isLaidWide(laid) ? 10 : 12;
  const lines = [...placedLines(laid.head), ...placedLines(laid.body)];
  slide.addTable(
    lines.map((cells) => cells.map((cell) => cellOf(cell, size))),
    { x: SLIDE.margin, y: SLIDE.top, w: widths.reduce((sum, own) => sum + own, 0), colW: widths, rowH: LINE },
  );
  return SLIDE.top + lines.length * LINE;
}

const heightOf = (lines: readonly string[]) =>
  lines.reduce((sum, line) => sum + 0.2 * Math.max(1, Math.ceil(line.length / SIGNS_ON_LINE)), 0);

/** Small text at the foot of a slide. */
function putFoot(slide: Slide, lines: readonly string[]): void {
  if (lines.length === 0) return;
  const height = Math.min(1.6, heightOf(lines) + 0.1);
  slide.addText(
    lines.map((line) => run(line, { color: SOFT, fontSize: 10, breakLine: true })),
    { x: SLIDE.margin, y: SLIDE.height - 0.3 - height, w: WIDE, h: height, valign: 'bottom', margin: 0, fit: 'shrink' },
  );
}

/** A table on as many slides as it needs; on whom it stands is at the foot of each. */
function tableSlides(deck: PptxGenJS, item: ReportTable): void {
  const laid = laidToRead(item);
  const foot = [...standsOn(item), ...(item.hatched ? [INK_SIGNS_WORDS] : [])];
  const pages = laid.flatMap((own) => inPages(own, roomFor(own)).map((page) => ({ page, title: own.title })));
  pages.forEach(({ page, title }, k) => {
    const part = pages.length > 1 ? ` (${k + 1} of ${pages.length})` : '';
    const slide = slideOf(deck, `${captioned(item)}${laid.length > 1 ? `. ${title}` : ''}${part}`);
    putTable(slide, page);
    putFoot(slide, foot);
  });
}

/** A picture as large as the slide has room for. */
function pictureSlide(deck: PptxGenJS, item: ReportTable, picture: ReportPicture, png: Uint8Array): void {
  const { title, width, height, alt } = picture;
  const slide = slideOf(deck, item.pictures.length > 1 ? `${captioned(item)}. ${title}` : captioned(item));
  const room = SLIDE.height - SLIDE.top - 1;
  const scale = Math.min(WIDE / width, room / height, 1.6 / POINTS);
  const data = `image/png;base64,${Buffer.from(png).toString('base64')}`;
  const size = { w: width * scale, h: height * scale };
  slide.addImage({ data, x: SLIDE.margin, y: SLIDE.top, ...size, altText: xmlText(alt) });
  putFoot(slide, item.handed === 'picture' ? standsOn(item) : []);
}

/** Text on as many slides as it needs, a paragraph a line. */
function textSlides(deck: PptxGenJS, title: string, lines: readonly Runs[]): void {
  for (let from = 0; from === 0 || from < lines.length; from += MOST_LINES) {
    const slide = slideOf(deck, title);
    const runs = lines
      .slice(from, from + MOST_LINES)
      .flatMap((line) =>
        line.map((own, k) => ({ ...own, options: { ...own.options, breakLine: k === line.length - 1 } })),
      );
    const place = { x: SLIDE.margin, y: SLIDE.top, w: WIDE, h: SLIDE.height - SLIDE.top - 0.4 };
    slide.addText(runs, { ...place, fontSize: 14, valign: 'top', margin: 0, paraSpaceAfter: 4, fit: 'shrink' });
  }
}

const factRuns = ({ what, text }: Fact): Runs => [run(`${what}: `, { color: SOFT }), run(text)];

/** What is said of a table, on slides of its own. */
function readingSlides(deck: PptxGenJS, item: ReportTable): void {
  for (const { title, sentence, lines } of item.readings)
    textSlides(deck, captioned(item), [
      [run(title, { color: ACTION })],
      ...(sentence === '' ? [] : [[run(sentence, { fontFace: SERIF, fontSize: 20 })]]),
      ...lines.map(factRuns),
    ]);
}

function putItem(deck: PptxGenJS, item: ReportItem, pngs: ReadonlyMap<ReportPicture, Uint8Array>): void {
  if (item.is === 'section') {
    const slide = deck.addSlide();
    const place = { x: SLIDE.margin, y: 2.6, w: WIDE, h: 2 };
    slide.addText([run(item.title, { fontFace: SERIF, bold: true })], { ...place, fontSize: 34, fit: 'shrink' });
  } else if (item.is === 'note')
    textSlides(
      deck,
      'Note',
      item.text.split(/\r?\n/).map((line) => [run(line)]),
    );
  else if (item.is === 'refused') textSlides(deck, captioned(item), [[run(item.why)]]);
  else {
    tableSlides(deck, item);
    for (const picture of item.pictures) pictureSlide(deck, item, picture, pngs.get(picture)!);
    readingSlides(deck, item);
  }
}

/**
 * A report as slides: a real table a slide, or as many as it needs, with headings on each; pictures with a text in
 * their place; what is said of a table; and a note on methods.
 */
export async function pptxReport(report: Report): Promise<Uint8Array> {
  const { title, facts, items, methods } = report;
  const deck = new PptxGenJS();
  deck.layout = 'LAYOUT_WIDE';
  deck.title = xmlText(title);
  deck.author = 'Hatch Count';
  const pngs = await pngsOf(picturesIn(report));
  textSlides(deck, title, facts.map(factRuns));
  for (const item of items) putItem(deck, item, pngs);
  textSlides(
    deck,
    'Methods',
    methods.map((text) => [run(text, { fontSize: 12 })]),
  );
  return new Uint8Array((await deck.write({ outputType: 'uint8array' })) as Uint8Array);
}
