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
import { pptxReport } from './pptx.js';
import { reportOfSurvey } from './report.fixtures.js';
import { xmlText } from './xml-text.js';

const folder = mkdtempSync(join(tmpdir(), 'hatch-pptx-'));
afterAll(() => rmSync(folder, { recursive: true }));

const report = reportOfSurvey();
const MOST = 1e7;

/** A slide: its tables as lines of texts, all its texts, and what is said in the place of its pictures. */
interface Slide {
  tables: string[][][];
  texts: string[];
  said: string[];
}
const slides: Slide[] = [];
let names: string[] = [];

function read(xml: string): Slide {
  const slide: Slide = { tables: [], texts: [], said: [] };
  let cell = false;
  let words = false;
  const reader = xmlReader('slide.xml', {
    open: (name, attributes) => {
      if (name === 'tbl') slide.tables.push([]);
      if (name === 'tr') slide.tables.at(-1)?.push([]);
      if (name === 'tc') slide.tables.at(-1)?.at(-1)?.push('');
      if (name === 'tc') cell = true;
      if (name === 't') words = true;
      if (name === 't') slide.texts.push('');
      if (name === 'cNvPr' && attributes['descr']) slide.said.push(attributes['descr']);
    },
    close: (name) => {
      if (name === 'tc') cell = false;
      if (name === 't') words = false;
    },
    text: (own) => {
      if (!words) return;
      slide.texts.push(`${slide.texts.pop() ?? ''}${own}`);
      const line = slide.tables.at(-1)?.at(-1);
      if (cell && line) line[line.length - 1] = `${line.at(-1) ?? ''}${own}`;
    },
  });
  reader.write(xml);
  reader.end();
  return slide;
}

beforeAll(async () => {
  const path = join(folder, 'report.pptx');
  writeFileSync(path, await pptxReport(report));
  const archive = await openArchive(path, 'report.pptx');
  names = archive.names;
  const count = names.filter((name) => /^ppt\/slides\/slide\d+\.xml$/.test(name)).length;
  for (let k = 1; k <= count; k++)
    slides.push(read(await text(Readable.from(await archive.read(`ppt/slides/slide${k}.xml`, MOST)))));
  archive.close();
});

const lean = (words: string) => xmlText(words).replace(/\s+/g, ' ').trim();

describe('a report as slides', () => {
  it('has every figure of every table, and no other', () => {
    const figures = (lines: readonly string[]) =>
      lines
        .map(lean)
        .filter((words) => words !== '')
        .sort();
    const own = tablesOf(report).flatMap(({ laid }) =>
      laid.flatMap(({ body }) =>
        body
          .flat()
          .filter(({ heads }) => heads === null)
          .map(({ text: words, ink, small }) => `${small ? '! ' : ''}${ink ? `${INK_SIGNS[ink]} ` : ''}${words}`),
      ),
    );
    const written = slides.flatMap(({ tables }) => tables.flat(2)).map(lean);
    for (const figure of new Set(figures(own)))
      expect(written.filter((words) => words === figure).length).toBeGreaterThanOrEqual(
        own.filter((words) => lean(words) === figure).length,
      );
  });

  it('has every caption, reading and paragraph of the methods', () => {
    const all = slides.flatMap(({ texts }) => texts).map(lean);
    for (const { caption, number, readings } of tablesOf(report)) {
      expect(all.some((words) => words.startsWith(lean(`Table ${number}. ${caption}`)))).toBe(true);
      for (const { sentence } of readings) if (sentence !== '') expect(all).toContain(lean(sentence));
    }
    for (const paragraph of report.methods) expect(all).toContain(lean(paragraph));
  });

  it('has each picture on a slide, with what it shows', () => {
    const said = slides.flatMap((slide) => slide.said).map(lean);
    expect(said).toEqual(picturesIn(report).map(({ alt }) => lean(alt)));
    expect(names.some((name) => /^ppt\/media\/.*\.png$/.test(name))).toBe(true);
  });
});
