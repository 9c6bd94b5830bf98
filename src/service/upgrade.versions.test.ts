import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gunzipSync } from 'node:zlib';
import Database from 'better-sqlite3';
import { beforeAll, describe, expect, it } from 'vitest';
import { bodyAbout, sentenceOfBody } from '../core/table/sentence-shape.js';
import { inspectStudyFile } from '../store/inspect.js';
import { CURRENT_VERSION } from '../store/open.js';
import { allTables } from '../store/tables.js';
import { allVariables } from '../store/variables.js';
import { allWorkings } from '../store/workings.js';
import { countSentence } from './count-table.js';
import { type OpenStudy, studiesFolder } from './context.js';
import { editVariable } from './edit-variable.js';
import { listEntries, undoEntry } from './ledger.js';
import { readyStudy } from './open-study.js';
import { serviceForTests, studyOfRows } from './test-study.js';

/** Studies as each version wrote them, of the first lines of the demo's file; `npm run keep-version` keeps another. */
const KEPT = fileURLToPath(new URL('../store/versions', import.meta.url));
const files = readdirSync(KEPT).sort();
const LINES = 121;

const service = serviceForTests();

const idOf = ({ db }: OpenStudy, name: string) => allVariables(db).find((variable) => variable.name === name)!.id;

/** How many respondents gave each answer on each site, by the codes of both; the order of codes is not the same. */
async function countsOf(study: OpenStudy): Promise<Map<string, number>> {
  const sentence = sentenceOfBody(bodyAbout(idOf(study, 'satisfaction'), { by: idOf(study, 'site') }));
  const [counts] = await countSentence(service, study, sentence);
  const [rows, across] = counts!.axes.map(({ slots }) => slots.map((slot) => JSON.stringify(slot)));
  return new Map(
    rows!.flatMap((row, k) =>
      across!.map((column, l) => [`${row} ${column}`, counts!.respondents[k * across!.length + l]!] as const),
    ),
  );
}

let fresh: Map<string, number>;
beforeAll(async () => {
  mkdirSync(studiesFolder(service), { recursive: true });
  const path = fileURLToPath(new URL('../../demo/fernhill.csv', import.meta.url));
  fresh = await countsOf(await studyOfRows(service, 'fresh', readFileSync(path, 'utf8').split('\n').slice(0, LINES)));
});

it('has a study of each version', () => {
  const names = Array.from({ length: CURRENT_VERSION }, (_, k) => `${String(k + 1).padStart(3, '0')}.sqlite.gz`);
  expect(files).toEqual(names);
});

describe.each(files)('a study of version %s', (file) => {
  it('opens as it was, with the same counts, workings and table; it can be changed, and that taken back', async () => {
    const id = `version-${file.slice(0, 3)}`;
    const path = join(studiesFolder(service), `${id}.sqlite`);
    writeFileSync(path, gunzipSync(readFileSync(join(KEPT, file))));
    expect(inspectStudyFile(path)).toMatchObject({ is: 'study', version: Number(file.slice(0, 3)) });
    const before = new Database(path, { readonly: true });
    const names = before.prepare('SELECT name FROM variable ORDER BY position').pluck().all();
    const held = before.prepare('SELECT id, holds FROM working ORDER BY id').raw().all() as [number, 0 | 1][];
    before.close();
    const study = await readyStudy(service, id);
    expect(allVariables(study.db).map(({ name }) => name)).toEqual(names);
    expect(await countsOf(study)).toEqual(fresh);
    expect(held.length).toBeGreaterThan(0);
    expect(allWorkings(study.db).map(({ id: working, holds }) => [working, holds ? 1 : 0])).toEqual(held);
    const [table] = allTables(study.db);
    expect(table).toMatchObject({
      title: 'Satisfaction by site',
      sentence: { rows: idOf(study, 'satisfaction'), by: idOf(study, 'site') },
    });
    const site = idOf(study, 'site');
    const { label } = allVariables(study.db).find((variable) => variable.id === site)!;
    await editVariable(service, study, site, { label: 'Where the plot is' });
    expect(listEntries(study).at(-1)?.words).toContain('Where the plot is');
    await undoEntry(service, study);
    expect(allVariables(study.db).find((variable) => variable.id === site)?.label).toBe(label);
  });
});
