import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { text } from 'node:stream/consumers';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { picturesIn, tablesOf } from '../../core/report/report.js';
import { INK_SIGNS } from '../../core/view/ink.js';
import { xmlReader } from '../xml.js';
import { openArchive } from '../zip.js';
import { docxReport } from './docx.js';
import { reportOfSurvey } from './report.fixtures.js';
import { xmlText } from './xml-text.js';

const folder = mkdtempSync(join(tmpdir(), 'hatch-docx-'));
afterAll(() => rmSync(folder, { recursive: true }));

const report = reportOfSurvey();
const MOST = 1e7;
/** The document, its tables as lines of texts, and its paragraphs by their style. */
let xml = '';
const media: string[] = [];
const tables: string[][][] = [];
const paragraphs: { style: string; text: string }[] = [];

beforeAll(async () => {
  const path = join(folder, 'report.docx');
  writeFileSync(path, await docxReport(report));
  const archive = await openArchive(path, 'report.docx');
  xml = await text(Readable.from(await archive.read('word/document.xml', MOST)));
  media.push(...archive.names.filter((name) => name.startsWith('word/media/')));
  archive.close();
  const reader = xmlReader('document.xml', {
    open: (name, attributes) => {
      if (name === 'tbl') tables.push([]);
      if (name === 'tr') tables.at(-1)?.push([]);
      if (name === 'tc') tables.at(-1)?.at(-1)?.push('');
      if (name === 'p') paragraphs.push({ style: '', text: '' });
      if (name === 'pStyle') paragraphs.at(-1)!.style = attributes['val'] ?? '';
    },
    close: () => undefined,
    text: (words) => {
      const paragraph = paragraphs.at(-1);
      if (paragraph) paragraph.text += words;
      const line = tables.at(-1)?.at(-1);
      if (paragraph?.style === 'TableText' && line && line.length > 0)
        line[line.length - 1] = `${line.at(-1) ?? ''}${words}`;
    },
  });
  reader.write(xml);
  reader.end();
});

describe('a report as a document', () => {
  it('has every heading and figure of every table, in its place', () => {
    const own = tablesOf(report).flatMap(({ laid }) =>
      laid.map(({ head, body }) =>
        [...head, ...body].map((cells) =>
          cells.map(
            ({ text: words, ink, small }) => `${small ? '! ' : ''}${ink ? `${INK_SIGNS[ink]} ` : ''}${xmlText(words)}`,
          ),
        ),
      ),
    );
    // What a cell reaches down over is a cell that goes on.
    const written = tables.map((lines) => lines.map((cells) => cells.filter((words) => words !== '')));
    expect(written).toEqual(own.map((lines) => lines.map((cells) => cells.filter((words) => words !== ''))));
  });

  it('has captions, headings and readings in styles of their own', () => {
    const inStyle = (style: string) => paragraphs.filter((own) => own.style === style).map((own) => own.text);
    expect(inStyle('Caption')).toEqual(tablesOf(report).map(({ number, caption }) => `Table ${number}. ${caption}`));
    expect(inStyle('Heading1')).toEqual(['Beans & <b>kale</b> | _both_ *', 'Methods']);
    const sentences = tablesOf(report).flatMap(({ readings }) => readings.map(({ sentence }) => sentence));
    expect(inStyle('Said')).toEqual(sentences.filter((sentence) => sentence !== ''));
    expect(paragraphs.map((own) => own.text)).toContain('Two');
  });

  it('has its pictures as lines and as points, each with what it shows', () => {
    const pictures = picturesIn(report);
    const endingOf = (name: string) => name.slice(name.lastIndexOf('.'));
    // One file serves all pictures that are alike.
    const kinds = [...new Set(media.map(endingOf))].sort();
    expect(kinds).toEqual(['.png', '.svg']);
    const said = [...xml.matchAll(/ descr="(Picture of [^"]{5})/g)].map(([, words]) => words);
    expect(said).toHaveLength(pictures.length);
  });

  it('repeats headings over pages, and leads from the contents to each table', () => {
    expect(xml.match(/<w:tblHeader\/>/g)?.length).toBe(
      tablesOf(report).reduce((sum, { laid }) => sum + laid.reduce((lines, { head }) => lines + head.length, 0), 0),
    );
    for (const { number } of tablesOf(report)) {
      expect(xml).toContain(`w:anchor="table_${number}"`);
      expect(xml).toContain(`w:name="table_${number}"`);
    }
  });
});
