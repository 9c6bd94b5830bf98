import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { Fault } from '../core/fault.js';
import { makeFolder } from './make-folder.js';

const folder = mkdtempSync(join(tmpdir(), 'hatch-folder-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const faultAt = (path: string) => {
  try {
    makeFolder(path);
  } catch (error) {
    if (error instanceof Fault) return error;
  }
  return null;
};

describe('a folder', () => {
  it('is made with those that it is in, for this user alone', () => {
    makeFolder(join(folder, 'a', 'b', 'c'));
    makeFolder(join(folder, 'a', 'b', 'c'));
    expect(statSync(join(folder, 'a', 'b')).mode & 0o777).toBe(0o700);
  });

  it('cannot be where a file is, or where nothing can be made', () => {
    writeFileSync(join(folder, 'file'), '');
    expect(faultAt(join(folder, 'file'))?.message).toContain('is a file and no folder');
    expect(faultAt(join(folder, 'file', 'inside'))?.kind).toBe('store');
    if (process.platform === 'linux') expect(faultAt('/proc/nothing/inside')?.kind).toBe('store');
  });
});
