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
  type IStylesOptions,
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
  tablesOf,
} from '../../core/report/report.js';
import type { SaidReading } from '../../core/reading/said-reading.js';
import { INK_SIGNS_WORDS } from '../../core/view/ink.js';
import { widthOf } from '../../core/view/placed-cells.js';
import { docxTable } from './docx-table.js';
import { pngsOf } from './pngs-of.js';
import { xmlText } from './xml-text.js';

/** A4 in twentieths of a point, and its margins. */
const PAGE = { width: 11_906, height: 16_838, margin: 1134 };

/** Tables of more columns stand on a page that lies on its side. */
const MOST_UPRIGHT = 10;

const SERIF = 'Source Serif 4';
const SANS = 'Source Sans 3';
const INK = '1C2230';
const SOFT = '5B6272';

const heading = (size: number, before: number) => ({
  run: { font: SERIF, size, bold: true, color: INK },
  paragraph: { spacing: { before, after: 120 }, keepNext: true },
});

/** Paragraph styles by name, so that whoever has the document can change how all of a kind look. */
const STYLES: IStylesOptions = {
  default: {
    document: { run: { font: SANS, size: 21, color: INK }, paragraph: { spacing: { after: 100 } } },
    title: heading(40, 0),
    heading1: heading(30, 480),
    heading2: heading(24, 320),
  },
  paragraphStyles: [
    { id: 'Caption', name: 'caption', basedOn: 'Normal', next: 'Normal', quickFormat: true, ...heading(23, 360) },
    { id: 'TableText', name: 'Table text', basedOn: 'Normal', run: { size: 18 }, paragraph: { spacing: { after: 0 } } },
    {
      id: 'Base',
      name: 'Base',
      basedOn: 'Normal',
      run: { size: 18, color: SOFT },
      paragraph: { spacing: { before: 60 } },
    },
    { id: 'Said', name: 'Report sentence', basedOn: 'Normal', run: { font: SERIF, size: 23 } },
    { id: 'Behind', name: 'Behind the sentence', basedOn: 'Normal', run: { size: 19 } },
  ],
};

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
  const { pictures, bases, hatched, readings } = item;
  const laid = laidToRead(item);
  const named = new Bookmark({ id: bookmarkOf(item), children: [new TextRun(xmlText(captioned(item)))] });
  return [
    new Paragraph({ style: 'Caption', keepNext: true, children: [named] }),
    ...laid.flatMap((own) => [...(laid.length > 1 ? [over(own.title)] : []), docxTable(own, width)]),
    ...pictures.flatMap((picture) => [
      ...(pictures.length > 1 ? [over(picture.title)] : []),
      pictureParts(picture, pngs.get(picture)!, width),
    ]),
    ...bases.map((line) => text(line, 'Base')),
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

const isWide = (item: ReportItem) =>
  item.is === 'table' && laidToRead(item).some((laid) => widthOf(laid).columns > MOST_UPRIGHT);

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

function section(children: FileChild[], wide: boolean, footer: Footer): ISectionOptions {
  const { width, height, margin } = PAGE;
  const orientation = wide ? PageOrientation.LANDSCAPE : PageOrientation.PORTRAIT;
  return {
    properties: {
      page: {
        size: { width, height, orientation },
        margin: { top: margin, right: margin, bottom: margin, left: margin },
      },
    },
    footers: { default: footer },
    children,
  };
}

/** A report as a document for a word processor: real tables, captions and styles of its own. */
export async function docxReport(report: Report): Promise<Uint8Array> {
  const { title, facts, items, methods } = report;
  const pngs = await pngsOf(picturesIn(report));
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
  const front: FileChild[] = [
    new Paragraph({ heading: HeadingLevel.TITLE, children: [new TextRun(xmlText(title))] }),
    ...facts.map((fact) => new Paragraph({ style: 'Behind', children: factRuns(fact) })),
    ...contents(report),
  ];
  const back: FileChild[] = [
    new Paragraph({ heading: HeadingLevel.HEADING_1, children: [new TextRun('Methods')] }),
    ...methods.map((words) => text(words)),
  ];
  const widthOn = (wide: boolean) => (wide ? PAGE.height : PAGE.width) - 2 * PAGE.margin;
  const pages = byPage(items).map(({ wide, items: own }) => ({
    wide,
    children: own.flatMap((item) => itemParts(item, { width: widthOn(wide), pngs })),
  }));
  const [first, last] = [pages[0], pages.at(-1)];
  const sections = [
    ...(first && !first.wide ? [] : [section(front, false, footer)]),
    ...pages.map(({ wide, children }) =>
      section(
        [
          ...(!wide && pages[0]?.children === children ? front : []),
          ...children,
          ...(!wide && last?.children === children ? back : []),
        ],
        wide,
        footer,
      ),
    ),
    ...(last && !last.wide ? [] : [section(back, false, footer)]),
  ];
  const document = new Document({ title: xmlText(title), creator: 'Hatch Count', styles: STYLES, sections });
  return Packer.toBuffer(document);
}
