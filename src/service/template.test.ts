import { existsSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { text } from 'node:stream/consumers';
import { expect, it } from 'vitest';
import { sentenceOf } from '../core/table/sentence.js';
import { docxReport } from '../formats/reports/docx.js';
import { openArchive } from '../formats/zip.js';
import { service, study, variable } from './plots.fixtures.js';
import { writeTable } from './report.js';
import { readTemplate, setTemplate, templateOf } from './template.js';
import { faultOf } from './test-study.js';

/** The styles of a document that is written. @param template whose look it takes; that of the study, where not said */
async function stylesOf(template?: null): Promise<string> {
  const table = { sentence: sentenceOf(variable('tap').id), shown: { hatch: true } };
  const { stream } = await writeTable(service, study, table, { as: 'docx', template });
  const path = join(service.folder, 'written.docx');
  writeFileSync(path, await new Response(stream).bytes());
  const archive = await openArchive(path, 'written.docx');
  const styles = await text(Readable.from(await archive.read('word/styles.xml', 1e7)));
  archive.close();
  return styles;
}

it('is kept with the study, and gives its documents their look until it is taken off', async () => {
  const own = await docxReport({ title: 'House', facts: [], items: [], methods: [] });
  const template = await readTemplate(service, 'house.docx', Readable.from([own]));
  expect(await stylesOf()).not.toContain('123456');
  await setTemplate(service, study, { ...template, styles: template.styles.replaceAll('5B6272', '123456') });
  expect(templateOf(study)).toMatchObject({ name: 'house.docx' });
  expect(await stylesOf()).toContain('123456');
  expect(await stylesOf(null)).not.toContain('123456');
  await setTemplate(service, study, null);
  expect(templateOf(study)).toBeNull();
  expect(await stylesOf()).not.toContain('123456');
});

it('is refused where it is no document, and nothing of it stays', async () => {
  const fault = await faultOf(readTemplate(service, 'notes.txt', Readable.from([Buffer.from('notes')])));
  expect(fault).toMatchObject({ kind: 'invalid', place: { file: 'notes.txt' } });
  const folder = join(service.folder, 'exports');
  expect(existsSync(folder) ? readdirSync(folder) : []).toEqual([]);
});
