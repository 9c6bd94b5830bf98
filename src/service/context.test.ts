import { readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { describe, expect, it } from 'vitest';
import { defaultFolder, startService } from './context.js';
import { findIntake } from './intake/read.js';
import { receiveFile } from './intake/receive.js';
import { listStudies, studyOrNull } from './open-study.js';
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
    rmSync(join(service.folder, 'studies', 'broken.sqlite'));
  });

  it('knows no study outside itself', () => {
    for (const id of ['../secret', 'UPPER', '', 'a'.repeat(80), 'none']) expect(studyOrNull(service, id)).toBeNull();
  });

  it('forgets parts that a kill left, and intakes that nobody accepted, after a while', async () => {
    const part = join(service.folder, 'studies', 'x.sqlite.part-0000');
    writeFileSync(part, 'x');
    const old = new Date(Date.now() - 2 * 3_600_000);
    utimesSync(part, old, old);
    const second = startService({ folder: service.folder, worker: WORKER });
    await second.close();
    expect(readdirSync(join(service.folder, 'studies')).some((name) => name.includes('.part-'))).toBe(false);
    const intake = await receiveFile(service, '../..\\evil\n.csv', Readable.from(['a\n1\n']));
    expect(intake.fileName).toBe('evil.csv');
    const weeks = new Date(Date.now() - 14 * 86_400_000);
    utimesSync(join(service.folder, 'intakes', intake.id), weeks, weeks);
    await receiveFile(service, 'next.csv', Readable.from(['a\n1\n']));
    expect((await faultOf(findIntake(service, intake.id))).kind).toBe('not-found');
  });
});
