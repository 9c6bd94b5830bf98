import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { buffer, text } from 'node:stream/consumers';
import { ZipFile } from 'yazl';
import { afterAll, describe, expect, it } from 'vitest';
import { openArchive } from '../zip.js';
import { docxReport } from './docx.js';
import { readDocxTemplate } from './docx-template.js';
import { reportOfSurvey } from './report.fixtures.js';

const folder = mkdtempSync(join(tmpdir(), 'hatch-template-'));
afterAll(() => rmSync(folder, { recursive: true }));
const place = join(folder, 'file.docx');

/** A style as a program of another language writes it: its name is the standard's, its id is its own. */
const foreign = (id: string, name: string, more: string) =>
  `<w:style w:type="paragraph" w:styleId="${id}"><w:name w:val="${name}"/><w:basedOn w:val="Standard"/>` +
  `<w:next w:val="Standard"/>${more}</w:style>`;
const HOUSE_STYLES =
  '<?xml version="1.0" encoding="UTF-8"?>' +
  '<w:styles xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main">' +
  '<w:style w:type="paragraph" w:default="1" w:styleId="Standard"><w:name w:val="Normal"/>' +
  '<w:rPr><w:rFonts w:ascii="Georgia"/></w:rPr></w:style>' +
  foreign('Titel', 'Title', '<w:rPr><w:sz w:val="52"/></w:rPr>') +
  foreign('berschrift1', 'heading 1', '<w:rPr><w:color w:val="AA0000"/></w:rPr>') +
  foreign('Beschriftung', 'caption', '<w:rPr><w:i/></w:rPr>') +
  foreign('Hausstil', 'House style', '') +
  '</w:styles>';
const THEME =
  '<a:theme xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main" name="House"><a:themeElements>' +
  '<a:fontScheme name="House"><a:majorFont><a:latin typeface="Verdana"/></a:majorFont>' +
  '<a:minorFont><a:latin typeface="Georgia"/></a:minorFont></a:fontScheme></a:themeElements></a:theme>';
const DOCUMENT =
  '<w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>' +
  '<w:p><w:r><w:t>Only the look of this is taken.</w:t></w:r></w:p>' +
  '<w:sectPr><w:pgSz w:w="15840" w:h="12240" w:orient="landscape"/>' +
  '<w:pgMar w:top="700" w:right="800" w:bottom="900" w:left="1000"/></w:sectPr></w:body></w:document>';

/** Somebody's own document, on a page that lies on its side. */
async function house(parts: Record<string, string> = {}): Promise<Buffer> {
  const zip = new ZipFile();
  const all = { 'word/document.xml': DOCUMENT, 'word/styles.xml': HOUSE_STYLES, ...parts };
  for (const [name, part] of Object.entries(all)) zip.addBuffer(Buffer.from(part), name);
  zip.end();
  return buffer(zip.outputStream);
}
const read = (bytes: Uint8Array) => {
  writeFileSync(place, bytes);
  return readDocxTemplate(place, 'house.docx');
};
/** A part of a document. */
async function partOf(bytes: Uint8Array, name: string): Promise<string> {
  writeFileSync(place, bytes);
  const archive = await openArchive(place, 'file.docx');
  const part = await text(Readable.from(await archive.read(name, 1e8)));
  archive.close();
  return part;
}

describe('a document of one’s own', () => {
  it('gives its page, upright, and its styles by what they are for, whatever they are called', async () => {
    const template = await read(await house());
    expect(template).toMatchObject({
      name: 'house.docx',
      has: ['Normal', 'Title', 'Heading1', 'Caption', 'Hausstil'],
      page: { width: 12_240, height: 15_840, top: 700, right: 800, bottom: 900, left: 1000 },
    });
    expect(template.styles).not.toMatch(/Titel|berschrift|Beschriftung|Standard/);
    expect(template.theme).toBeNull();
  });

  it('is taken as the look of a report: its styles are used, and stand as they are', async () => {
    const template = await read(await house({ 'word/theme/theme1.xml': THEME }));
    const report = await docxReport(reportOfSurvey(), template);
    const [document, styles, theme] = await Promise.all(
      ['document.xml', 'styles.xml', 'theme/theme1.xml'].map((name) => partOf(report, `word/${name}`)),
    );
    const used = new Set([...document!.matchAll(/<w:pStyle w:val="([^"]+)"/g)].map(([, id]) => id));
    expect([...used]).toEqual(expect.arrayContaining(['Title', 'Heading1', 'Caption', 'TableText', 'Base']));
    const defined = [...styles!.matchAll(/<w:style [^>]*w:styleId="([^"]+)"/g)].map(([, id]) => id!);
    expect(new Set(defined).size).toBe(defined.length);
    for (const id of used) expect(defined).toContain(id);
    const names = [...styles!.matchAll(/<w:name w:val="([^"]+)"/g)].map(([, name]) => name!.toLowerCase());
    expect(new Set(names).size).toBe(names.length);
    expect(styles).toMatch(/w:styleId="Heading1"[^>]*>.{0,200}AA0000/);
    expect(styles).not.toContain('Standard');
    // Ours are built on theirs, and bring no letters of their own.
    expect(styles).toMatch(/w:styleId="TableText"[^>]*>.*?<w:basedOn w:val="Normal"\/>/);
    expect(styles).not.toContain('Source S');
    expect(theme).toContain('Verdana');
    expect(document).toContain('w:top="700"');
    expect(document).not.toContain('Only the look');
  });

  it('can be a report of ours that somebody has restyled', async () => {
    const template = await read(await docxReport(reportOfSurvey()));
    expect(template.has).toEqual(
      expect.arrayContaining(['Base', 'Behind', 'Caption', 'Heading1', 'Said', 'TableText']),
    );
    const again = await docxReport(reportOfSurvey(), {
      ...template,
      styles: template.styles.replace('5B6272', '123456'),
    });
    expect(await partOf(again, 'word/styles.xml')).toContain('123456');
  });

  it('is refused where it is none, is damaged, or declares entities', async () => {
    await expect(read(Buffer.from('no archive'))).rejects.toThrow('house.docx is a damaged archive');
    const bytes = await house();
    await expect(read(bytes.subarray(0, bytes.length - 300))).rejects.toThrow('damaged');
    const entities = '<!DOCTYPE a [<!ENTITY b "c">]><w:styles/>';
    await expect(read(await house({ 'word/styles.xml': entities }))).rejects.toThrow('declares entities');
    await expect(read(await house({ 'word/styles.xml': '<w:styles>' }))).rejects.toThrow('not well-formed XML');
    const { xlsxReport } = await import('./xlsx.js');
    await expect(read(await xlsxReport(reportOfSurvey(), {}))).rejects.toThrow('is no document of a word processor');
  });

  it('has no page where nothing could stand between its margins', async () => {
    const narrow = DOCUMENT.replace('w:left="1000"', 'w:left="12000"');
    const template = await read(await house({ 'word/document.xml': narrow }));
    expect(template.page).toBeNull();
    expect((await docxReport(reportOfSurvey(), template)).length).toBeGreaterThan(1000);
  });
});
