import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll } from 'vitest';
import { insertColumn } from './columns.js';
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
