import { copyFileSync, truncateSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { describe, expect, it } from 'vitest';
import { writeArray } from './columns.js';
import { copyStudyFile, openStudyFile } from './open.js';
import { seal, sealHolds, unseal } from './seal.js';
import { studyOfTests } from './study.fixtures.js';
import { verifyBackup, verifyFile } from './verify.js';

const { folder, path, db, column, variable } = studyOfTests();

const coded = column('site', 'coded8', ['a', 'b', 'c']);
writeArray(db, coded, 'values', Uint8Array.from([1, 2, 3]), 1);
variable('site', coded);
const number = column('age', 'number');
writeArray(db, number, 'values', new Uint8Array(Float64Array.from([31, 44, 52]).buffer), 8);
variable('age', number);

let copies = 0;
/** A copy of the study, changed behind the program's back. */
function changed(how: (copy: Database.Database) => void): string {
  const copy = join(folder, `copy-${++copies}.sqlite`);
  copyStudyFile(path, copy);
  const open = new Database(copy);
  open.exec('DROP TRIGGER source_is_immutable');
  how(open);
  open.close();
  return copy;
}

describe('a study that is looked through', () => {
  it('is whole where nothing was changed', () => {
    expect(verifyFile(path)).toEqual({ whole: true, wrong: [], damaged: [], right: 2, sealed: null });
  });

  it('names the variable of a chunk that is gone, and those that are still right', () => {
    const copy = changed((open) => open.exec(`DELETE FROM chunk WHERE column_id = ${coded}`));
    expect(verifyFile(copy)).toMatchObject({
      whole: false,
      damaged: [{ variable: 'site', what: 'it ends before respondent 1 of 3' }],
      right: 1,
    });
  });

  it('notices one bit that is another', () => {
    const copy = changed((open) =>
      open.prepare('UPDATE chunk SET bytes = ? WHERE column_id = ?').run(Buffer.from([1, 2, 2]), coded),
    );
    expect(verifyFile(copy).damaged).toEqual([
      { variable: 'site', what: 'what is kept from respondent 1 on is not what was written' },
    ]);
    expect(() => verifyBackup(copy, 'copy.sqlite')).toThrow('copy.sqlite cannot be restored. It is damaged: site');
  });

  it('notices counts that do not fit the column', () => {
    const copy = changed((open) => open.exec('UPDATE column_code SET respondents = 9 WHERE position = 0'));
    expect(verifyFile(copy).damaged).toEqual([{ variable: 'site', what: 'its codes have 11 respondents, not 3' }]);
  });

  it('is told by its seal where it is a backup, whatever was changed in it', () => {
    const backup = join(folder, 'backup.sqlite');
    copyStudyFile(path, backup);
    const open = openStudyFile(backup);
    seal(open);
    expect(sealHolds(open)).toBe(true);
    open.exec("UPDATE variable SET label = 'Plot' WHERE name = 'site'");
    expect(sealHolds(open)).toBe(false);
    open.close();
    expect(verifyFile(backup)).toMatchObject({ sealed: false, wrong: ['It is not as it was when it was backed up.'] });
    const again = openStudyFile(backup);
    unseal(again);
    expect(sealHolds(again)).toBeNull();
    again.close();
  });

  it('is damaged where its file was cut, or is none', () => {
    const cut = join(folder, 'cut.sqlite');
    db.pragma('wal_checkpoint(TRUNCATE)');
    copyFileSync(path, cut);
    truncateSync(cut, 9000);
    expect(verifyFile(cut).whole).toBe(false);
    expect(verifyFile(join(folder, 'none.sqlite')).whole).toBe(false);
  });
});
