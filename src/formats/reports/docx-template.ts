import { Fault } from '../../core/fault.js';
import { type DocxTemplate, DocxTemplateShape } from '../../core/report/docx-template-shape.js';
import { type Attributes, xmlReader, type XmlHandlers } from '../xml.js';
import { type Archive, openArchive } from '../zip.js';
import { OWN_DOCX_STYLES } from './own-docx-styles.js';

/** The parts that are read; a document can be larger, as its text is not looked at. */
const MOST_PART = 8 * 1024 ** 2;
const MOST_TEXT = 256 * 1024 ** 2;

const STYLES = 'word/styles.xml';
const DOCUMENT = 'word/document.xml';
const THEME = 'word/theme/theme1.xml';

/** Narrower between its margins no table can stand on a page, in twentieths of a point. */
const LEAST_BETWEEN = 2000;

async function textOf(archive: Archive, part: string, most: number): Promise<string> {
  const decoder = new TextDecoder('utf-8');
  let text = '';
  for await (const chunk of await archive.read(part, most)) text += decoder.decode(chunk, { stream: true });
  return text + decoder.decode();
}

function read(text: string, file: string, open: XmlHandlers['open']): void {
  const reader = xmlReader(file, { open, text: () => undefined, close: () => undefined });
  reader.write(text);
  reader.end();
}

interface Style {
  id: string;
  name: string;
}

/** The styles of a document. Their names are the standard's in every language, in small letters or large. */
function stylesIn(text: string, file: string): Style[] {
  const styles: Style[] = [];
  read(text, file, (name, { styleId, val = '' }) => {
    if (name === 'style' && styleId !== undefined) styles.push({ id: styleId, name: '' });
    const last = styles.at(-1);
    if (name === 'name' && last?.name === '') last.name = val.toLowerCase();
  });
  return styles;
}

const HEADINGS = Object.fromEntries([1, 2, 3, 4, 5, 6].map((level) => [`heading ${level}`, `Heading${level}`]));

/** Ids that styles have in our documents, by their names: those that the package brings, and ours. */
const STANDARD_IDS: Readonly<Record<string, string>> = {
  ...HEADINGS,
  ...OWN_DOCX_STYLES,
  normal: 'Normal',
  title: 'Title',
  strong: 'Strong',
  hyperlink: 'Hyperlink',
  'list paragraph': 'ListParagraph',
  'footnote text': 'FootnoteText',
  'footnote reference': 'FootnoteReference',
  'endnote text': 'EndnoteText',
  'endnote reference': 'EndnoteReference',
};

/**
 * Styles with the standard ids: a document in another language has others, and would have two styles of one name beside
 * those that every document of ours has.
 */
function withStandardIds(text: string, styles: readonly Style[]): { styles: string; has: string[] } {
  const taken = new Set(styles.map(({ id }) => id));
  const ids = new Map(
    styles.map(({ id, name }) => {
      const standard = Object.hasOwn(STANDARD_IDS, name) ? STANDARD_IDS[name] : undefined;
      return [id, standard === undefined || taken.has(standard) ? id : standard];
    }),
  );
  const named = /(\bstyleId=|<(?:\w+:)?(?:basedOn|next|link)\s+(?:\w+:)?val=)(["'])(.*?)\2/g;
  const renamed = text.replace(
    named,
    (_, before: string, quote: string, id: string) => `${before}${quote}${ids.get(id) ?? id}${quote}`,
  );
  return { styles: renamed, has: [...new Set(ids.values())] };
}

const length = (attributes: Attributes, name: string) => Math.abs(Math.round(Number(attributes[name] ?? NaN)));

/** The page of the last section of a document, upright; null where it does not say it, or nothing could stand on it. */
function pageIn(text: string, file: string): DocxTemplate['page'] {
  const last: Record<string, Attributes> = {};
  read(text, file, (name, attributes) => {
    if (name === 'pgSz' || name === 'pgMar') last[name] = attributes;
  });
  const { pgSz = {}, pgMar = {} } = last;
  const sides = [length(pgSz, 'w'), length(pgSz, 'h')];
  const [top, right, bottom, left] = ['top', 'right', 'bottom', 'left'].map((name) => length(pgMar, name));
  const page = { width: Math.min(...sides), height: Math.max(...sides), top, right, bottom, left };
  const parsed = DocxTemplateShape.shape.page.safeParse(page);
  if (!parsed.success || !parsed.data) return null;
  return parsed.data.width - parsed.data.left - parsed.data.right < LEAST_BETWEEN ? null : parsed.data;
}

/**
 * Reads of a document for a word processor (DOCX or DOTX, ECMA-376) how its paragraphs look and what its page is.
 * Nothing of its text is taken.
 * @param path where it is
 * @param file what it is called
 * @throws Fault where it is no such document, or damaged
 */
export async function readDocxTemplate(path: string, file: string): Promise<DocxTemplate> {
  const archive = await openArchive(path, file);
  try {
    if (!archive.names.includes(DOCUMENT) || !archive.names.includes(STYLES))
      throw new Fault(
        'unsupported',
        `${file} is no document of a word processor with styles.`,
        'Choose a DOCX or a DOTX.',
        { file },
      );
    const styles = await textOf(archive, STYLES, MOST_PART);
    return DocxTemplateShape.parse({
      name: file,
      ...withStandardIds(styles, stylesIn(styles, `${file}, ${STYLES}`)),
      theme: archive.names.includes(THEME) ? await textOf(archive, THEME, MOST_PART) : null,
      page: pageIn(await textOf(archive, DOCUMENT, MOST_TEXT), `${file}, ${DOCUMENT}`),
    });
  } finally {
    archive.close();
  }
}
