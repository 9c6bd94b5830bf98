import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { cellReader } from './cells.js';
import { MIGRATIONS } from './migrations/index.js';
import { createStudyFile, openStudyFile, readStudyFile } from './open.js';
import { allSourceFiles } from './source-files.js';
import { studyRow, touchStudy } from './study.js';
import { allVariables } from './variables.js';
import { allWorkings } from './workings.js';
import { firstVersionFile, studyOfTests } from './study.fixtures.js';

const { folder, db } = studyOfTests();

describe('the file', () => {
  it('is brought up to date, in WAL, with foreign keys', () => {
    expect(db.pragma('user_version', { simple: true })).toBe(MIGRATIONS.length);
    expect(db.pragma('journal_mode', { simple: true })).toBe('wal');
    expect(db.pragma('foreign_keys', { simple: true })).toBe(1);
  });
  it('of a newer version is refused, not damaged', () => {
    const newer = join(folder, 'newer.sqlite');
    const database = createStudyFile(newer);
    database.pragma(`user_version = ${MIGRATIONS.length + 1}`);
    database.close();
    expect(() => openStudyFile(newer)).toThrow('newer Hatch Count');
  });
  it('that is not there is not made by opening it', () => {
    expect(() => openStudyFile(join(folder, 'none.sqlite'))).toThrow();
    expect(() => readStudyFile(join(folder, 'none.sqlite'))).toThrow();
  });
  it('of the first version comes up to date with all that is in it', () => {
    const old = join(folder, 'old.sqlite');
    const database = firstVersionFile(old, 's', 70_000);
    database.exec(`
      INSERT INTO data_column (id, origin, name, storage, width, blank) VALUES (2, 'working', 'r', 'coded8', 1, 0);
      INSERT INTO working VALUES (1, 'regroup',
        '{"kind":"regroup","source":1,"level":"unordered","groups":[],"setAside":[]}',
        '{"holds":true,"findings":[],"columns":[],"rows":[],"respondents":0}', 1, 'x', 'c', 'e');
      INSERT INTO variable (id, position, name, label, question, level, column_id, working_id)
        VALUES (2, 2, 'r', '', '', 'unordered', 2, 1);
      INSERT INTO working_source VALUES (1, 1);
    `);
    const insert = database.prepare("INSERT INTO chunk (column_id, part, number, bytes) VALUES (1, 'values', ?, ?)");
    insert.run(0, Buffer.alloc(65_536, 1));
    insert.run(1, Buffer.alloc(70_000 - 65_536, 1));
    database.close();
    const opened = openStudyFile(old);
    expect(opened.pragma('foreign_keys', { simple: true })).toBe(1);
    expect(allWorkings(opened).map(({ id, recipe }) => [id, recipe.kind])).toEqual([[1, 'regroup']]);
    expect(allVariables(opened).map(({ name, workingId }) => [name, workingId])).toEqual([
      ['q', null],
      ['r', 1],
    ]);
    expect(cellReader(opened, 1)(65_530, 65_540)).toEqual(new Array(10).fill('a'));
    expect(() => cellReader(opened, 1)(69_999, 70_001)).toThrow('it ends before respondent 70001');
    expect(JSON.parse(allSourceFiles(opened)[0]?.layout ?? '')).toMatchObject({
      is: 'delimited',
      separator: ';',
      heading: true,
    });
    expect(() => opened.exec('UPDATE chunk SET bytes = bytes')).toThrow('immutable');
    opened.close();
  });
  it('counts its changes', () => {
    const before = studyRow(db).revision;
    touchStudy(db);
    expect(studyRow(db).revision).toBe(before + 1);
  });
});
