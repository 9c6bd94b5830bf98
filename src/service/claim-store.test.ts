import { spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { claimStore } from './claim-store.js';

let folder: string;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'hatch-claim-'))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** Whether another process could take the lock of the store. */
function otherCanLock(): boolean {
  const code = `const D = require('better-sqlite3'); const db = new D(process.argv[1]); db.pragma('busy_timeout = 0');
    try { db.exec('BEGIN EXCLUSIVE'); } catch (error) { process.exit(error.code === 'SQLITE_BUSY' ? 7 : 1); }`;
  return spawnSync(process.execPath, ['-e', code, join(folder, 'in-use.lock')]).status === 0;
}

describe('a store', () => {
  it('is one server’s, until it lets go', () => {
    const claimed = claimStore(folder);
    claimed.sayAddress('http://127.0.0.1:4114');
    expect(otherCanLock()).toBe(false);
    expect(() => claimStore(folder)).toThrow('in use by the server at http://127.0.0.1:4114');
    claimed.release();
    expect(otherCanLock()).toBe(true);
    claimStore(folder).release();
  });

  it.skipIf(process.platform === 'win32')('is closed to other users, one of before too', () => {
    mkdirSync(join(folder, 'studies'), { mode: 0o755 });
    claimStore(folder).release();
    for (const inside of ['', 'studies', 'intakes'])
      expect((statSync(join(folder, inside)).mode & 0o777).toString(8), inside).toBe('700');
  });

  it.skipIf(process.platform === 'win32')('leaves the rights of a folder that has other things in it', () => {
    chmodSync(folder, 0o755);
    writeFileSync(join(folder, 'thesis.txt'), '');
    claimStore(folder).release();
    expect(statSync(folder).mode & 0o777).toBe(0o755);
    expect(statSync(join(folder, 'studies')).mode & 0o777).toBe(0o700);
  });

  it('is rid of what a killed server left, and of nothing else', () => {
    claimStore(folder).release();
    const parts = ['studies/x.sqlite.part-00', 'exports/ab/data.csv', 'intakes/ab/data'];
    const whole = ['studies/x.sqlite', 'intakes/cd/intake.json', 'intakes/cd/data'];
    for (const file of [...parts, ...whole]) {
      mkdirSync(join(folder, file, '..'), { recursive: true });
      writeFileSync(join(folder, file), 'x');
    }
    claimStore(folder).release();
    expect(parts.filter((file) => existsSync(join(folder, file)))).toEqual([]);
    expect(whole.filter((file) => existsSync(join(folder, file)))).toEqual(whole);
  });
});
