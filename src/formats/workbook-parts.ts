import { Fault } from '../core/fault.js';
import { isDateFormat } from './workbook-cells.js';
import { xmlReader, type XmlHandlers } from './xml.js';
import type { Archive } from './zip.js';

export interface SheetPart {
  name: string;
  hidden: boolean;
  /** Where it lies in the archive. */
  path: string;
}

/** What the sheets of a workbook share. */
export interface WorkbookParts {
  sheets: SheetPart[];
  /** Texts that cells refer to by number. */
  texts: string[];
  /** For each cell style whether it shows numbers as days. */
  dateStyles: boolean[];
  from1904: boolean;
}

/** Parts other than sheets are small; texts are bounded, for they are held in memory. */
const MOST_PART = 64 * 1024 ** 2;
const MOST_TEXTS = 1024 ** 3;
const MOST_TEXT_CHARACTERS = 256 * 1024 ** 2;

async function readPart(archive: Archive, name: string, file: string, handlers: XmlHandlers, most = MOST_PART) {
  const reader = xmlReader(`${file}, ${name}`, handlers);
  const decoder = new TextDecoder('utf-8');
  for await (const chunk of await archive.read(name, most)) reader.write(decoder.decode(chunk, { stream: true }));
  reader.write(decoder.decode());
  reader.end();
}

const ignore = { text: () => undefined, close: () => undefined };

/** Reads what all sheets of a workbook (Office Open XML, ECMA-376) share. @throws Fault where it is no workbook */
export async function openWorkbookParts(archive: Archive, file: string): Promise<WorkbookParts> {
  if (!archive.names.includes('xl/workbook.xml')) {
    const mend = 'Take the data file out of it and send that.';
    throw new Fault('unsupported', `${file} is an archive, but not a workbook.`, mend, { file });
  }
  const targets = new Map<string, string>();
  if (archive.names.includes('xl/_rels/workbook.xml.rels')) {
    await readPart(archive, 'xl/_rels/workbook.xml.rels', file, {
      ...ignore,
      open: (name, { Id, Target }) => {
        if (name === 'Relationship' && Id !== undefined && Target !== undefined)
          targets.set(Id, Target.startsWith('/') ? Target.slice(1) : `xl/${Target.replace(/^\.\//, '')}`);
      },
    });
  }
  const sheets: SheetPart[] = [];
  let from1904 = false;
  await readPart(archive, 'xl/workbook.xml', file, {
    ...ignore,
    open: (tag, { name, state, id, date1904, sheetId }) => {
      if (tag === 'workbookPr') from1904 = date1904 === '1' || date1904 === 'true';
      if (tag !== 'sheet' || name === undefined) return;
      const path = targets.get(id ?? '') ?? `xl/worksheets/sheet${sheetId ?? ''}.xml`;
      // A sheet that is only a chart has no cells.
      if (archive.names.includes(path) && path.includes('worksheets'))
        sheets.push({ name, hidden: state === 'hidden' || state === 'veryHidden', path });
    },
  });
  return { sheets, from1904, texts: await readTexts(archive, file), dateStyles: await readStyles(archive, file) };
}

/** Characters that XML cannot hold are written as _x000D_. */
function unescaped(text: string): string {
  return text.includes('_x')
    ? text.replace(/_x([0-9A-Fa-f]{4})_/g, (_, hex: string) => String.fromCharCode(parseInt(hex, 16)))
    : text;
}

async function readTexts(archive: Archive, file: string): Promise<string[]> {
  const texts: string[] = [];
  if (!archive.names.includes('xl/sharedStrings.xml')) return texts;
  let text = '';
  let characters = 0;
  let inText = false;
  let inPhonetic = false;
  await readPart(
    archive,
    'xl/sharedStrings.xml',
    file,
    {
      open: (name) => {
        if (name === 'si') text = '';
        if (name === 't') inText = true;
        if (name === 'rPh') inPhonetic = true;
      },
      text: (piece) => {
        if (inText && !inPhonetic) text += piece;
      },
      close: (name) => {
        if (name === 't') inText = false;
        if (name === 'rPh') inPhonetic = false;
        if (name !== 'si') return;
        characters += text.length;
        if (characters > MOST_TEXT_CHARACTERS) {
          const mend = 'Save the sheet as CSV and take that in.';
          throw new Fault('too-large', `The texts of ${file} have more than 256 million characters.`, mend, { file });
        }
        texts.push(unescaped(text));
      },
    },
    MOST_TEXTS,
  );
  return texts;
}

async function readStyles(archive: Archive, file: string): Promise<boolean[]> {
  const styles: boolean[] = [];
  if (!archive.names.includes('xl/styles.xml')) return styles;
  const formats = new Map<number, string>();
  let inCells = false;
  await readPart(archive, 'xl/styles.xml', file, {
    text: () => undefined,
    open: (name, { numFmtId, formatCode }) => {
      if (name === 'numFmt' && formatCode !== undefined) formats.set(Number(numFmtId), formatCode);
      if (name === 'cellXfs') inCells = true;
      if (name === 'xf' && inCells) styles.push(isDateFormat(Number(numFmtId), formats.get(Number(numFmtId))));
    },
    close: (name) => {
      if (name === 'cellXfs') inCells = false;
    },
  });
  return styles;
}
