import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { REPORT_FORMAT_IDS, REPORT_FORMATS } from '../core/report/report-formats.js';
import { bodyOfSentence } from '../core/table/sentence-shape.js';
import { sentenceOf } from '../core/table/sentence.js';
import { addBinder, editBinder, findBinder } from './binders.js';
import type { PassingFile } from './passing-file.js';
import { service, study, variable } from './plots.fixtures.js';
import { reportProgress, writeBinder, writeTable } from './report.js';
import { saveTable } from './saved-tables.js';
import { faultOf } from './test-study.js';

const asked = () => ({
  sentence: sentenceOf(variable('tap').id, { by: [[variable('site').id]] }),
  shown: { hatch: true },
});
const keep = async () => {
  const { sentence, shown } = asked();
  return (await saveTable(service, study, null, { title: 't', sentence: bodyOfSentence(sentence), shown })).id;
};
const textOf = (file: PassingFile) => new Response(file.stream).text();
const leftovers = () => {
  const folder = join(service.folder, 'exports');
  return existsSync(folder) ? readdirSync(folder) : [];
};

describe('a report', () => {
  it('is written in every format, under a name of its own, and nothing of it stays', async () => {
    for (const as of REPORT_FORMAT_IDS) {
      const file = await writeTable(service, study, asked(), { as });
      expect(file.fileName).toBe(`Uses-the-tap-by-Site.${REPORT_FORMATS[as].ending}`);
      const bytes = await new Response(file.stream).arrayBuffer();
      expect(bytes.byteLength).toBe(file.bytes);
      expect(file.bytes).toBeGreaterThan(500);
    }
    expect(reportProgress(service, study)).toBeNull();
    expect(leftovers()).toEqual([]);
  });

  it('of a binder has its sections, notes and tables in order, or the tables that are asked for', async () => {
    const [first, second] = [await keep(), await keep()];
    const { id } = findBinder(study);
    const table = (own: number) => ({ is: 'table' as const, table: own });
    const items = [
      { is: 'section' as const, title: 'Use' },
      table(second),
      { is: 'note' as const, text: 'Well' },
      table(first),
    ];
    await editBinder(service, study, id, { items });
    const text = await textOf(await writeBinder(service, study, { as: 'markdown' }));
    const headings = text.split('\n').filter((line) => /^(#|Well)/.test(line));
    expect(headings).toEqual([
      '# Plots: Binder',
      '# Use',
      '## Table 1. Uses the tap by Site',
      'Well',
      '## Table 2. Uses the tap by Site',
      '## Methods',
    ]);
    const one = await textOf(await writeBinder(service, study, { as: 'markdown', tables: [first] }));
    expect(one).not.toContain('Table 2.');
    expect(one).not.toContain('# Use');
  });

  it('has the reason in the place of a table that cannot be counted', async () => {
    await keep();
    const [tap, remark] = [variable('tap').id, variable('remark').id];
    const sentence = bodyOfSentence(sentenceOf(tap, { weight: remark }));
    const body = { title: 'Weighted by a text', sentence, shown: { hatch: true } };
    const { id } = await saveTable(service, study, null, body);
    const text = await textOf(await writeBinder(service, study, { as: 'markdown' }));
    expect(text).toContain('## Table 1. Uses the tap by Site');
    expect(text).toMatch(/## Table 2\. Uses the tap, weighted by remark\n\nremark is not a number/);
    // Asked for alone, it is refused.
    const alone = await faultOf(writeBinder(service, study, { as: 'markdown', tables: [id] }));
    expect(alone).toMatchObject({ kind: 'unsupported', place: { field: 'weight' } });
    expect(leftovers()).toEqual([]);
  });

  it('is refused for a table that is not there, an empty binder, and a variable that is gone', async () => {
    await keep();
    const annex = await addBinder(service, study, { name: 'Annex', items: [] });
    const refused = (work: Promise<unknown>) => faultOf(work);
    expect(
      (await refused(Promise.resolve().then(() => writeBinder(service, study, { as: 'html', tables: [99] })))).kind,
    ).toBe('not-found');
    const empty = await refused(
      Promise.resolve().then(() => writeBinder(service, study, { as: 'html', binder: annex.id })),
    );
    expect(empty.message).toContain('“Annex” is empty');
    const gone = { sentence: sentenceOf(9999), shown: { hatch: true } };
    expect((await refused(Promise.resolve().then(() => writeTable(service, study, gone, { as: 'html' })))).kind).toBe(
      'not-found',
    );
    expect(leftovers()).toEqual([]);
  });
});
