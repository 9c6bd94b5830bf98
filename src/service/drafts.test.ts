import { Readable } from 'node:stream';
import { describe, expect, it } from 'vitest';
import { amendEntry } from './amend-entry.js';
import { dropDraft, keepDraft, listDrafts } from './drafts.js';
import { editEntries } from './edit-variable.js';
import { listEntries } from './ledger.js';
import { openStudy } from './open-study.js';
import { viewStudy } from './roster.js';
import { backUpStudy, binStudy, restoreStudy } from './studies.js';
import { serviceForTests, studyOfRows } from './test-study.js';

const service = serviceForTests();
const rows = ['site,tap', ...Array.from({ length: 20 }, (_, k) => `${k % 3},${k % 2}`)];
const named = (study: Parameters<typeof listDrafts>[0]) =>
  Object.fromEntries(listDrafts(study).map(({ name, value }) => [name, value]));

describe('drafts', () => {
  it('are kept with the study, changed and let go of; they are no change to it', async () => {
    const study = await studyOfRows(service, 'drafts', rows);
    const { revision } = viewStudy(study).study;
    await keepDraft(service, study, 'working-new-regroup-site', { label: 'Zoë' });
    await keepDraft(service, study, 'working-new-regroup-site', { label: 'Zoë’s' });
    await keepDraft(service, study, 'right', ['a']);
    expect(named(study)).toEqual({ 'working-new-regroup-site': { label: 'Zoë’s' }, right: ['a'] });
    await dropDraft(service, study, 'right');
    expect(Object.keys(named(study))).toEqual(['working-new-regroup-site']);
    expect(viewStudy(study).study.revision).toBe(revision);
    expect(listEntries(study)).toHaveLength(1);
  });

  it('come back with a backup, whatever the study is called then', async () => {
    const study = await studyOfRows(service, 'backed up', rows);
    await keepDraft(service, study, 'entry-1', { label: 'Half typed' });
    const { stream, fileName } = await backUpStudy(service, study);
    const bytes = Buffer.from(await new Response(stream).arrayBuffer());
    await binStudy(service, study);
    const restored = await restoreStudy(service, { name: fileName, body: Readable.from([bytes]) });
    expect(restored.id).not.toBe(study.id);
    expect(named(openStudy(service, restored.id))).toEqual({ 'entry-1': { label: 'Half typed' } });
  });

  it('stay where a change puts another file in the place of the study', async () => {
    const study = await studyOfRows(service, 'amended', rows);
    const [site] = viewStudy(study).variables;
    await editEntries(service, study, [{ variable: site!.id, label: 'Site' }]);
    await editEntries(service, study, [{ variable: site!.id, note: 'n' }]);
    const entry = listEntries(study)[1]!.id;
    const amending = amendEntry(service, study, entry, { is: 'left-out' });
    await keepDraft(service, study, 'right', ['typed meanwhile']);
    await amending;
    expect(named(study)).toEqual({ right: ['typed meanwhile'] });
  });

  it('are let go of, the oldest first, where there are very many', async () => {
    const study = await studyOfRows(service, 'many', rows);
    for (let k = 0; k < 205; k++) await keepDraft(service, study, `d${String(k).padStart(3, '0')}`, k);
    expect(listDrafts(study)).toHaveLength(200);
  });
});
