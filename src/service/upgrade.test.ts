import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { describe, expect, it } from 'vitest';
import { CURRENT_VERSION } from '../store/open.js';
import { firstVersionFile } from '../store/study.fixtures.js';
import { listStudies, openStudy, readyStudy } from './open-study.js';
import { serviceForTests } from './test-study.js';

const service = serviceForTests();

/** An old study in the store. */
function oldStudy(id: string): string {
  const path = join(service.folder, 'studies', `${id}.sqlite`);
  const db = firstVersionFile(path, id, 3);
  db.exec("INSERT INTO chunk VALUES (1, 'values', 0, x'010101')");
  db.close();
  return path;
}

const versionOf = (path: string): unknown => {
  const db = new Database(path, { readonly: true });
  const version = db.pragma('user_version', { simple: true });
  db.close();
  return version;
};

describe('a study of an older version', () => {
  it('is listed as it is, and brought up to date when it is opened, with the old file kept', async () => {
    const path = oldStudy('old');
    expect(listStudies(service).map(({ id, name }) => [id, name])).toEqual([['old', 'Old']]);
    expect(versionOf(path)).toBe(1);
    await Promise.all([readyStudy(service, 'old'), readyStudy(service, 'old')]);
    expect(versionOf(path)).toBe(CURRENT_VERSION);
    const folder = join(service.folder, 'before-upgrade');
    const kept = readdirSync(folder);
    expect(kept).toEqual([expect.stringMatching(/^old-version-1-/)]);
    expect(versionOf(join(folder, kept[0]!))).toBe(1);
    const verified = await service.run('verify', { path });
    expect([verified.whole, verified.right]).toEqual([true, 1]);
    expect(openStudy(service, 'old').id).toBe('old');
  });
});
