import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { bodyAbout } from '../core/table/sentence-shape.js';
import { cellReader } from './cells.js';
import { columnBytes, insertColumn, readColumn, removeColumn, writeArray, CHUNK } from './columns.js';
import { MIGRATIONS } from './migrations/index.js';
import { createStudyFile, type Db, openStudyFile, readStudyFile } from './open.js';
import { allSourceFiles } from './source-files.js';
import { insertStudy, studyRow, touchStudy } from './study.js';
import { allTables, putTable, removeTable } from './tables.js';
import { allVariables, insertVariable } from './variables.js';
import { dropUnusedLists, insertCodeList, replaceCodes, usersOfList } from './code-lists.js';
import { allWorkings, putWorking, usersOfVariable } from './workings.js';

const folder = mkdtempSync(join(tmpdir(), 'hatch-store-'));
const path = join(folder, 'study.sqlite');
let db: Db;
beforeAll(() => {
  db = createStudyFile(path);
  insertStudy(db, {
    id: 's',
    name: 'S',
    subtitle: '',
    respondents: 3,
    created: '2026-01-01',
    fileName: 'f',
    fileSha256: 'x',
  });
});
afterAll(() => {
  db.close();
  rmSync(folder, { recursive: true });
});

const column = (name: string, storage: 'coded8' | 'coded16' | 'number' | 'sets', codes: string[] = [], width = 1) =>
  insertColumn(
    db,
    { origin: 'working', name, storage, width, blank: 0, histogram: null },
    codes.map((code) => ({ code, respondents: 1 })),
  );
const variable = (name: string, columnId: number, codeListId: number | null = null, workingId: number | null = null) =>
  insertVariable(db, { name, label: '', question: '', level: 'unordered', columnId, codeListId, workingId });

describe('the file', () => {
  it('is brought up to date, in WAL, with foreign keys', () => {
    expect(db.pragma('user_version', { simple: true })).toBe(MIGRATIONS.length);
    expect(db.pragma('journal_mode', { simple: true })).toBe('wal');
    expect(db.pragma('foreign_keys', { simple: true })).toBe(1);
  });
  it('of a newer version is refused, not damaged', () => {
    const newer = join(folder, 'newer.sqlite');
    const made = createStudyFile(newer);
    made.pragma(`user_version = ${MIGRATIONS.length + 1}`);
    made.close();
    expect(() => openStudyFile(newer)).toThrow('newer Hatch Count');
  });
  it('that is not there is not made by opening it', () => {
    expect(() => openStudyFile(join(folder, 'none.sqlite'))).toThrow();
    expect(() => readStudyFile(join(folder, 'none.sqlite'))).toThrow();
  });
  it('of the first version comes up to date with all that is in it', () => {
    const old = join(folder, 'old.sqlite');
    const made = new Database(old);
    made.exec(MIGRATIONS[0] as string);
    made.pragma('user_version = 1');
    made.exec(`
      INSERT INTO study (id, name, subtitle, respondents, created, file_name, file_sha256, encoding, separator)
        VALUES ('s', 'S', '', 70000, '2026-01-01', 'f.csv', 'x', 'utf-8', ';');
      INSERT INTO data_column (id, origin, name, storage, width, blank)
        VALUES (1, 'source', 'q', 'coded8', 1, 0), (2, 'working', 'r', 'coded8', 1, 0);
      INSERT INTO column_code VALUES (1, 0, 'a', 70000);
      INSERT INTO working VALUES (1, 'regroup',
        '{"kind":"regroup","source":1,"level":"unordered","groups":[],"setAside":[]}',
        '{"holds":true,"findings":[],"columns":[],"rows":[],"respondents":0}', 1, 'x', 'c', 'e');
      INSERT INTO variable (id, position, name, label, question, level, column_id, working_id)
        VALUES (1, 1, 'q', '', '', 'unordered', 1, NULL), (2, 2, 'r', '', '', 'unordered', 2, 1);
      INSERT INTO working_source VALUES (1, 1);
    `);
    const insert = made.prepare("INSERT INTO chunk (column_id, part, number, bytes) VALUES (1, 'values', ?, ?)");
    insert.run(0, Buffer.alloc(65_536, 1));
    insert.run(1, Buffer.alloc(70_000 - 65_536, 1));
    made.close();
    const opened = openStudyFile(old);
    expect(opened.pragma('foreign_keys', { simple: true })).toBe(1);
    expect(allWorkings(opened).map(({ id, recipe }) => [id, recipe.kind])).toEqual([[1, 'regroup']]);
    expect(allVariables(opened).map(({ name, workingId }) => [name, workingId])).toEqual([
      ['q', null],
      ['r', 1],
    ]);
    expect(cellReader(opened, 1)(65_530, 65_540)).toEqual(new Array(10).fill('a'));
    expect(() => cellReader(opened, 1)(69_999, 70_001)).toThrow('ends before respondent 70001');
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

describe('columns', () => {
  it('come back from chunks as they went in', () => {
    const values = Uint8Array.from({ length: CHUNK * 2 + 7 }, (_, k) => k % 3);
    const id = column('many', 'coded8', ['a', 'b']);
    writeArray(db, id, 'values', values, 1);
    expect(db.prepare('SELECT count(*) FROM chunk WHERE column_id = ?').pluck().get(id)).toBe(3);
    expect(readColumn(db, id)).toEqual({ kind: 'coded', values, codes: ['a', 'b'] });
    removeColumn(db, id);
    expect(db.prepare('SELECT count(*) FROM chunk WHERE column_id = ?').pluck().get(id)).toBe(0);
  });
  it('keep sets of more than 32 options, word by word', () => {
    const words = Uint32Array.from({ length: 6 }, (_, k) => 2 ** 31 + k);
    const state = Uint8Array.from([1, 0, 3]);
    const id = column('sets', 'sets', ['1', '2'], 2);
    writeArray(db, id, 'values', words, 2);
    writeArray(db, id, 'state', state, 1);
    const found = readColumn(db, id);
    expect(found).toEqual({ kind: 'sets', words, state, width: 2, options: ['1', '2'] });
    expect(columnBytes(found)).toBe(27);
  });
  it('keep numbers and blanks, and wide codes', () => {
    const numbers = Float64Array.from([1.5, NaN, -0]);
    const id = column('numbers', 'number');
    writeArray(db, id, 'values', new Uint8Array(numbers.buffer), 8);
    expect(readColumn(db, id)).toEqual({ kind: 'number', values: numbers, words: [] });
    const wide = column('wide', 'coded16', ['x']);
    writeArray(db, wide, 'values', Uint16Array.from([300, 0]), 1);
    expect(readColumn(db, wide)).toEqual({ kind: 'coded', values: Uint16Array.from([300, 0]), codes: ['x'] });
  });
});

describe('code lists', () => {
  it('are shared, changed for all, and go when nothing uses them', () => {
    const list = insertCodeList(db, 'yes_no', [
      { code: '1', label: 'Yes', missing: null },
      { code: '2', label: 'No', missing: null },
    ]);
    const [a, b] = [variable('a', column('a', 'coded8'), list), variable('b', column('b', 'coded8'), list)];
    expect(usersOfList(db, list)).toEqual([a, b]);
    replaceCodes(db, list, [{ code: '9', label: 'Refused', missing: 'refused' }]);
    expect(
      allVariables(db)
        .filter(({ codeListId }) => codeListId === list)
        .map(({ codes }) => codes[0]?.missing),
    ).toEqual(['refused', 'refused']);
    const loose = insertCodeList(db, 'loose', []);
    dropUnusedLists(db);
    expect(db.prepare('SELECT count(*) FROM code_list WHERE id = ?').pluck().get(loose)).toBe(0);
    expect(() =>
      replaceCodes(db, list, [
        { code: '1', label: '', missing: null },
        { code: '1', label: '', missing: null },
      ]),
    ).toThrow();
  });
});

describe('variables', () => {
  it('have a name of their own, and a place behind another', () => {
    const first = variable('first', column('first', 'coded8'));
    variable('last', column('last', 'coded8'));
    insertVariable(
      db,
      {
        name: 'between',
        label: '',
        question: '',
        level: 'ordered',
        columnId: column('x', 'coded8'),
        codeListId: null,
        workingId: null,
      },
      first,
    );
    const names = allVariables(db).map(({ name }) => name);
    expect(names.slice(names.indexOf('first'))).toEqual(['first', 'between', 'last']);
    expect(() => variable('first', column('y', 'coded8'))).toThrow('UNIQUE');
  });
});

describe('workings and tables', () => {
  it('know what stands on a variable, and keep it from going', () => {
    const source = variable('source', column('source', 'coded8'));
    const recipe = { kind: 'regroup' as const, source, level: 'ordered' as const, groups: [], setAside: [] };
    const proof = { holds: false, findings: [], columns: [], rows: [], respondents: 3 };
    const working = putWorking(db, null, { recipe, proof, signature: 'a' }, '2026-01-01');
    variable('made', column('made', 'coded8'), null, working);
    const shown = { percent: 'column' as const, counts: true, hatch: true, expected: false };
    const table = putTable(db, null, 'A table', bodyAbout(source), shown, '2026-01-01');
    expect(usersOfVariable(db, source)).toEqual({
      workings: [{ variable: expect.any(Number) as number, title: 'made' }],
      tables: [{ table, title: 'A table' }],
    });
    expect(allWorkings(db)[0]).toMatchObject({ recipe, proof, holds: false, signature: 'a' });
    expect(() => db.prepare('DELETE FROM variable WHERE id = ?').run(source)).toThrow('FOREIGN KEY');
    putTable(db, table, 'Renamed', bodyAbout(source), shown, '2026-01-02');
    expect(allTables(db)).toMatchObject([{ id: table, title: 'Renamed', created: '2026-01-01', edited: '2026-01-02' }]);
    putWorking(db, working, { recipe, proof: { ...proof, holds: true }, signature: 'b' }, '2026-01-02');
    expect(allWorkings(db)).toMatchObject([{ id: working, holds: true, signature: 'b', created: '2026-01-01' }]);
    removeTable(db, table);
    expect(usersOfVariable(db, source).tables).toEqual([]);
  });
});
