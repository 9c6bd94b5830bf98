import { readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import Database from 'better-sqlite3';
import { describe, expect, it } from 'vitest';
import { backUpStudy } from './studies.js';
import { faultOf, serviceForTests, studyOfRows } from './test-study.js';
import { verifyFileOf, verifySent, verifyStore } from './verify-files.js';

const service = serviceForTests();
const studies = join(service.folder, 'studies');

const sent = (bytes: Buffer) => ({ name: 'kept.sqlite', body: Readable.from([bytes]) });

describe('files that are looked through', () => {
  it('are those of the store, and what is damaged in one touches no other', async () => {
    const whole = await studyOfRows(service, 'Whole', ['site,crop', '1,2', '2,1', '2,2']);
    const holed = await studyOfRows(service, 'Holed', ['site,crop', '1,2', '2,1', '2,2']);
    const db = new Database(holed.file);
    db.prepare("DELETE FROM chunk WHERE column_id = (SELECT column_id FROM variable WHERE name = 'crop')").run();
    db.close();
    writeFileSync(join(studies, 'notes.sqlite'), 'no study');
    const verified = [];
    for await (const file of verifyStore(service)) verified.push(file);
    const shown = Object.fromEntries(verified.map((file) => [file.file, [file.whole, file.right]]));
    expect(shown).toEqual({
      [`${whole.id}.sqlite`]: [true, 2],
      [`${holed.id}.sqlite`]: [false, 1],
      'notes.sqlite': [false, 0],
    });
    expect((await verifyFileOf(service, holed.id)).damaged.map(({ variable }) => variable)).toEqual(['crop']);
  });

  it('are in the store: no other file is looked at', async () => {
    for (const name of ['nothing', '../token', '/etc/passwd'])
      expect((await faultOf(verifyFileOf(service, name))).kind, name).toBe('not-found');
  });

  it('are backups that are sent, of which nothing is kept', async () => {
    const study = await studyOfRows(service, 'Kept', ['site', '1', '2']);
    const { stream } = await backUpStudy(service, study);
    const backup = Buffer.from(await new Response(stream).arrayBuffer());
    const before = readdirSync(studies);
    const verified = await verifySent(service, sent(backup));
    expect(verified).toMatchObject({ file: 'kept.sqlite', whole: true, sealed: true });
    const flipped = Buffer.from(backup);
    const place = flipped.indexOf('Kept');
    flipped.write('Kelt', place);
    expect(await verifySent(service, sent(flipped))).toMatchObject({ whole: false });
    expect(readdirSync(studies)).toEqual(before);
  });
});
