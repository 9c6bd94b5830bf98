import { chmodSync, mkdirSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { describe, expect, it } from 'vitest';
import { inspectStudyFile } from './inspect.js';
import { MIGRATIONS } from './migrations/index.js';
import { copyStudyFile, CURRENT_VERSION } from './open.js';
import { studyOfTests } from './study.fixtures.js';

const { folder, path } = studyOfTests();
const at = (name: string) => join(folder, name);
const kindOf = (file: string) => {
  const found = inspectStudyFile(file);
  return found.is === 'trouble' ? found.trouble.kind : found.version;
};

describe('a file in the store', () => {
  it('is a study, of its version', () => {
    expect(kindOf(path)).toBe(CURRENT_VERSION);
  });

  it('is not written to, whatever it is', () => {
    const foreign = at('foreign.sqlite');
    new Database(foreign).exec('CREATE TABLE recipe (name TEXT)').close();
    const before = readFileSync(foreign);
    expect(kindOf(foreign)).toBe('not-a-study');
    expect(readFileSync(foreign).equals(before)).toBe(true);
    writeFileSync(at('empty.sqlite'), '');
    expect(kindOf(at('empty.sqlite'))).toBe('empty');
    expect(readFileSync(at('empty.sqlite'))).toHaveLength(0);
  });

  it('is told by what it lacks', () => {
    writeFileSync(at('text.sqlite'), 'a,b\n1,2\n');
    mkdirSync(at('folder.sqlite'));
    const newer = at('newer.sqlite');
    copyStudyFile(path, newer);
    const open = new Database(newer);
    open.pragma(`user_version = ${MIGRATIONS.length + 1}`);
    open.close();
    const scratched = at('scratched.sqlite');
    copyStudyFile(path, scratched);
    const bytes = readFileSync(scratched);
    writeFileSync(scratched, Buffer.concat([bytes.subarray(0, 100), Buffer.alloc(bytes.length - 100, 0x5a)]));
    expect(
      ['text.sqlite', 'folder.sqlite', 'newer.sqlite', 'scratched.sqlite'].map((name) => kindOf(at(name))),
    ).toEqual(['not-a-study', 'not-a-study', 'newer', 'damaged']);
  });

  it('is not followed where it is a link that leads out of the store', () => {
    symlinkSync(join(tmpdir(), 'elsewhere.sqlite'), at('lost.sqlite'));
    symlinkSync('/etc/passwd', at('out.sqlite'));
    expect(kindOf(at('out.sqlite'))).toBe('elsewhere');
    expect(inspectStudyFile(at('lost.sqlite')).is).toBe('trouble');
  });

  it.skipIf(process.getuid?.() === 0)('is told where this user may not read it', () => {
    copyStudyFile(path, at('mine.sqlite'));
    chmodSync(at('mine.sqlite'), 0);
    expect(kindOf(at('mine.sqlite'))).toBe('no-permission');
  });
});
