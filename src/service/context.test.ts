import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { describe, expect, it } from 'vitest';
import { defaultFolder, startService } from './context.js';
import { findIntake } from './intake/read.js';
import { receiveFile } from './intake/receive.js';
import { readRecord, writeRecord } from './intake/record.js';
import { waitingIntakes } from './intake/waiting.js';
import { listStudies, studyForPage, unopenedFiles } from './open-study.js';
import { faultOf, serviceForTests, studyOfRows, WORKER } from './test-study.js';

const service = serviceForTests();

describe('the store folder', () => {
  it('is the user’s, and a setting', () => {
    expect(defaultFolder({ HATCH_COUNT_STORE: '/somewhere' })).toBe('/somewhere');
    expect(defaultFolder({ XDG_DATA_HOME: '/data' })).toMatch(/hatch-count|Hatch Count/);
    expect(defaultFolder({})).not.toContain('node_modules');
  });

  it('passes a damaged study over and lists the others', async () => {
    await studyOfRows(service, 'Fernhill', ['a', '1']);
    await studyOfRows(service, 'Weir End', ['a', '1']);
    writeFileSync(join(service.folder, 'studies', 'broken.sqlite'), 'this is no database');
    const names = listStudies(service).map(({ name }) => name);
    expect([...names].sort()).toEqual(['Fernhill', 'Weir End']);
    expect(unopenedFiles(service)).toMatchObject([{ file: 'broken.sqlite', kind: 'not-a-study' }]);
    expect(await studyForPage(service, 'broken')).toEqual({ study: null, instead: '/studies' });
    rmSync(join(service.folder, 'studies', 'broken.sqlite'));
  });

  it('knows no study outside itself', async () => {
    for (const id of ['../secret', 'UPPER', '', 'a'.repeat(80), 'none'])
      expect(await studyForPage(service, id)).toEqual({ study: null, instead: null });
  });

  it('tells until when a file waits, removes it then and not before, and says so to who asks', async () => {
    const short = startService({ folder: service.folder, worker: WORKER, waitingDays: 2 });
    const intake = await receiveFile(short, '../..\\evil\n.csv', Readable.from(['a\n1\n']));
    expect(intake.fileName).toBe('evil.csv');
    const [waiting] = await waitingIntakes(short);
    expect(waiting?.until?.slice(0, 10)).toBe(new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10));
    await receiveFile(short, 'next.csv', Readable.from(['a\n1\n']));
    expect((await findIntake(short, intake.id)).fileName).toBe('evil.csv');
    const record = await readRecord(short, intake.id);
    await writeRecord(short, { ...record, created: new Date(Date.now() - 3 * 86_400_000).toISOString() });
    await receiveFile(short, 'next.csv', Readable.from(['a\n1\n']));
    const gone = await faultOf(findIntake(short, intake.id));
    expect([gone.kind, gone.message]).toEqual([
      'not-found',
      expect.stringContaining('evil.csv had waited too long and was removed on'),
    ]);
    await short.close();
    expect((await waitingIntakes(service)).every(({ until }) => until !== null)).toBe(true);
  });
});
