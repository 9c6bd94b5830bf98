import {
  AlignmentType,
  Bookmark,
  BorderStyle,
  Document,
  type FileChild,
  Footer,
  HeadingLevel,
  ImageRun,
  InternalHyperlink,
  type ISectionOptions,
  Packer,
  PageNumber,
  PageOrientation,
  Paragraph,
  TextRun,
} from 'docx';
import { anchorOf, captioned } from '../../core/report/captioned.js';
import {
  type Fact,
  laidToRead,
  picturesIn,
  type Report,
  type ReportItem,
  type ReportPicture,
  type ReportTable,
  standsOn,
  tablesOf,
} from '../../core/report/report.js';
import type { DocxTemplate } from '../../core/report/docx-template-shape.js';
import type { SaidReading } from '../../core/reading/said-reading.js';
import { INK_SIGNS_WORDS } from '../../core/view/ink.js';
import { isLaidWide } from '../../core/view/column-parts.js';
import { type DocxLook, docxLook, SOFT } from './docx-styles.js';
import { docxTable } from './docx-table.js';
import { pngsOf } from './pngs-of.js';
import { xmlText } from './xml-text.js';

const text = (words: string, style?: string) =>
  new Paragraph({ ...(style === undefined ? {} : { style }), children: [new TextRun(xmlText(words))] });

/** A title that stays with what stands under it. */
const over = (words: string) =>
  new Paragraph({ style: 'Behind', keepNext: true, children: [new TextRun(xmlText(words))] });

const factRuns = ({ what, text: words }: Fact) => [
  new TextRun({ text: `${xmlText(what)}: `, color: SOFT }),
  new TextRun(xmlText(words)),
];

const bar = { left: { style: BorderStyle.SINGLE, size: 18, color: '0B5F6B', space: 8 } };

/** What is said of a table, with a bar at its side. */
function reading({ title, sentence, lines }: SaidReading): Paragraph[] {
  const beside = (style: string, children: TextRun[]) =>
    new Paragraph({ style, border: bar, indent: { left: 200 }, children });
  return [
    beside('Behind', [new TextRun({ text: xmlText(title), color: SOFT })]),
    ...(sentence === '' ? [] : [beside('Said', [new TextRun(xmlText(sentence))])]),
    ...lines.map((line) => beside('Behind', factRuns(line))),
  ];
}

const bookmarkOf = (item: ReportTable) => anchorOf(item).replace('-', '_');

/** Pixels of an inch, as the package measures pictures, and points of one. */
const PIXELS = 96;
const TWIPS = 1440;

/** A picture no wider than the page, with what it shows for who does not see it. */
function pictureParts({ title, svg, width, height, alt }: ReportPicture, png: Uint8Array, page: number): Paragraph {
  const wide = Math.min(width, (page * PIXELS) / TWIPS);
  const image = new ImageRun({
    type: 'svg',
    data: Buffer.from(svg),
    transformation: { width: Math.round(wide), height: Math.round((height * wide) / width) },
    fallback: { type: 'png', data: png },
    altText: { name: xmlText(title), title: xmlText(title), description: xmlText(alt) },
  });
  return new Paragraph({ children: [image] });
}

function tableItem(item: ReportTable, { width, pngs }: Page): FileChild[] {
  const { pictures, hatched, readings } = item;
  const laid = laidToRead(item);
  const named = new Bookmark({ id: bookmarkOf(item), children: [new TextRun(xmlText(captioned(item)))] });
  return [
    new Paragraph({ style: 'Caption', keepNext: true, children: [named] }),
    ...laid.flatMap((own) => [...(laid.length > 1 ? [over(own.title)] : []), docxTable(own, width)]),
    ...pictures.flatMap((picture) => [
      ...(pictures.length > 1 ? [over(picture.title)] : []),
      pictureParts(picture, pngs.get(picture)!, width),
    ]),
    ...standsOn(item).map((line) => text(line, 'Base')),
    ...(hatched ? [text(INK_SIGNS_WORDS, 'Base')] : []),
    ...readings.flatMap(reading),
  ];
}

/** What stands on a page: as wide as that, in twentieths of a point, and pictures as they are drawn. */
interface Page {
  width: number;
  pngs: ReadonlyMap<ReportPicture, Uint8Array>;
}

/** Lines of a text each in its paragraph. */
const note = (words: string) => words.split(/\r?\n/).map((line) => text(line));

function itemParts(item: ReportItem, page: Page): FileChild[] {
  if (item.is === 'table') return tableItem(item, page);
  if (item.is === 'note') return note(item.text);
  if (item.is === 'refused') return [text(captioned(item), 'Caption'), text(item.why, 'Base')];
  return [new Paragraph({ heading: HeadingLevel.HEADING_1, children: [new TextRun(xmlText(item.title))] })];
}

function contents(report: Report): Paragraph[] {
  return tablesOf(report).map(
    (item) =>
      new Paragraph({
        style: 'Behind',
        children: [
          new InternalHyperlink({
            anchor: bookmarkOf(item),
            children: [new TextRun({ text: xmlText(captioned(item)), style: 'Hyperlink' })],
          }),
        ],
      }),
  );
}

const isWide = (item: ReportItem) => item.is === 'table' && laidToRead(item).some(isLaidWide);

/** Items with those beside them that stand on pages of the same kind; what is no table goes with what follows it. */
function byPage(items: readonly ReportItem[]): { wide: boolean; items: ReportItem[] }[] {
  const runs: { wide: boolean; items: ReportItem[] }[] = [];
  items.forEach((item, k) => {
    const next = items.slice(k).find(({ is }) => is === 'table');
    const wide = next ? isWide(next) : false;
    const last = runs.at(-1);
    if (last?.wide === wide) last.items.push(item);
    else runs.push({ wide, items: [item] });
  });
  return runs;
}

/** What all sections of a document have. */
interface Sheets {
  page: DocxLook['page'];
  footer: Footer;
}

function section(children: FileChild[], wide: boolean, { page, footer }: Sheets): ISectionOptions {
  const { width, height, ...margin } = page;
  const orientation = wide ? PageOrientation.LANDSCAPE : PageOrientation.PORTRAIT;
  return {
    properties: {
      page: {
        size: { width, height, orientation },
        margin,
      },
    },
    footers: { default: footer },
    children,
  };
}

/**
 * A report as a document for a word processor: real tables, captions and styles.
 * @param template whose look and page it takes; null: our own
 */
export async function docxReport(report: Report, template: DocxTemplate | null = null): Promise<Uint8Array> {
  const { title, facts, items, methods } = report;
  const pngs = await pngsOf(picturesIn(report));
  const { options, page } = docxLook(template);
  const study = facts.find(({ what }) => what === 'Study')?.text ?? '';
  const footer = new Footer({
    children: [
      new Paragraph({
        style: 'Base',
        alignment: AlignmentType.RIGHT,
        children: [new TextRun(`${xmlText(study)} · `), new TextRun({ children: [PageNumber.CURRENT] })],
      }),
    ],
  });
  const sheets: Sheets = { page, footer };
  const front: FileChild[] = [
    new Paragraph({ heading: HeadingLevel.TITLE, children: [new TextRun(xmlText(title))] }),
    ...facts.map((fact) => new Paragraph({ style: 'Behind', children: factRuns(fact) })),
    ...contents(report),
  ];
  const back: FileChild[] = [
    new Paragraph({ heading: HeadingLevel.HEADING_1, children: [new TextRun('Methods')] }),
    ...methods.map((words) => text(words)),
  ];
  const widthOn = (wide: boolean) => (wide ? page.height : page.width) - page.left - page.right;
  const pages = byPage(items).map(({ wide, items: own }) => ({
    wide,
    children: own.flatMap((item) => itemParts(item, { width: widthOn(wide), pngs })),
  }));
  const [first, last] = [pages[0], pages.at(-1)];
  const sections = [
    ...(first && !first.wide ? [] : [section(front, false, sheets)]),
    ...pages.map(({ wide, children }) =>
      section(
        [
          ...(!wide && pages[0]?.children === children ? front : []),
          ...children,
          ...(!wide && last?.children === children ? back : []),
        ],
        wide,
        sheets,
      ),
    ),
    ...(last && !last.wide ? [] : [section(back, false, sheets)]),
  ];
  const document = new Document({ title: xmlText(title), creator: 'Hatch Count', ...options, sections });
  return Packer.toBuffer(document);
}
