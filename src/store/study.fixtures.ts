import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterAll } from 'vitest';
import { insertColumn } from './columns.js';
import { MIGRATIONS } from './migrations/index.js';
import { createStudyFile } from './open.js';
import { insertStudy } from './study.js';
import { insertVariable } from './variables.js';

type Storage = 'coded8' | 'coded16' | 'number' | 'sets';

/** A study of three respondents in a file of its own, which goes when the tests of a file are done. */
export function studyOfTests() {
  const folder = mkdtempSync(join(tmpdir(), 'hatch-store-'));
  const path = join(folder, 'study.sqlite');
  const db = createStudyFile(path);
  insertStudy(db, {
    id: 's',
    name: 'S',
    subtitle: '',
    respondents: 3,
    created: '2026-01-01',
    fileName: 'f',
    fileSha256: 'x',
  });
  afterAll(() => {
    db.close();
    rmSync(folder, { recursive: true });
  });
  const column = (name: string, storage: Storage, codes: string[] = [], width = 1) =>
    insertColumn(
      db,
      { origin: 'working', name, storage, width, blank: 0, histogram: null },
      codes.map((code) => ({ code, respondents: 1 })),
    );
  const variable = (
    name: string,
    columnId: number,
    codeListId: number | null = null,
    workingId: number | null = null,
  ) => insertVariable(db, { name, label: '', question: '', level: 'unordered', columnId, codeListId, workingId });
  return { folder, path, db, column, variable };
}

/** For tests: a study's file as the first version of the program wrote it, with one coded column and no chunk of it. */
export function firstVersionFile(path: string, id: string, respondents: number): Database.Database {
  const db = new Database(path);
  db.exec(MIGRATIONS[0] as string);
  db.pragma('user_version = 1');
  db.exec(`
    INSERT INTO study (id, name, subtitle, respondents, created, file_name, file_sha256, encoding, separator)
      VALUES ('${id}', 'Old', '', ${respondents}, '2026-01-01', 'f.csv', 'x', 'utf-8', ';');
    INSERT INTO data_column (id, origin, name, storage, width, blank) VALUES (1, 'source', 'q', 'coded8', 1, 0);
    INSERT INTO column_code VALUES (1, 0, 'a', ${respondents});
    INSERT INTO variable (id, position, name, label, question, level, column_id) VALUES
      (1, 1, 'q', '', '', 'unordered', 1);
  `);
  return db;
}
