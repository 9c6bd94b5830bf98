import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { describe, expect, it } from 'vitest';
import { MIGRATIONS } from '../store/migrations/index.js';
import { CURRENT_VERSION } from '../store/open.js';
import { listStudies, openStudy, readyStudy } from './open-study.js';
import { serviceForTests } from './test-study.js';

const service = serviceForTests();

/** A study's file as the first version of the program wrote it. */
function firstVersion(id: string): string {
  const path = join(service.folder, 'studies', `${id}.sqlite`);
  const db = new Database(path);
  db.exec(MIGRATIONS[0] as string);
  db.pragma('user_version = 1');
  db.exec(`
    INSERT INTO study (id, name, subtitle, respondents, created, file_name, file_sha256, encoding, separator)
      VALUES ('${id}', 'Old', '', 3, '2026-01-01', 'f.csv', 'x', 'utf-8', ';');
    INSERT INTO data_column (id, origin, name, storage, width, blank) VALUES (1, 'source', 'q', 'coded8', 1, 0);
    INSERT INTO column_code VALUES (1, 0, 'a', 3);
    INSERT INTO chunk VALUES (1, 'values', 0, x'010101');
    INSERT INTO variable (id, position, name, label, question, level, column_id) VALUES
      (1, 1, 'q', '', '', 'unordered', 1);
  `);
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
    const path = firstVersion('old');
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
