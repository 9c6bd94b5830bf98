import { existsSync, mkdirSync, mkdtempSync, readdirSync, readlinkSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { passingFile } from './passing-file.js';

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'hatch-count-passing-'))));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Files under the folder that this process has open, deleted ones too. */
const openFiles = (): string[] =>
  readdirSync('/proc/self/fd').flatMap((fd) => {
    try {
      const path = readlinkSync(`/proc/self/fd/${fd}`);
      return path.startsWith(folder) ? [path] : [];
    } catch {
      return [];
    }
  });

function made(): { inside: string; path: string } {
  const inside = join(folder, 'export');
  mkdirSync(inside);
  writeFileSync(join(inside, 'data.csv'), 'a\n1\n');
  return { inside, path: join(inside, 'data.csv') };
}

describe('a file that is sent', () => {
  it('is gone from the disk before it is sent, and is sent whole', async () => {
    const { inside, path } = made();
    const { bytes, stream, fileName } = await passingFile('data.csv', path, inside);
    expect([bytes, fileName, existsSync(inside)]).toEqual([4, 'data.csv', false]);
    expect(await new Response(stream).text()).toBe('a\n1\n');
  });

  it.runIf(process.platform === 'linux')('leaves nothing open where nobody takes it', async () => {
    const { inside, path } = made();
    const { stream } = await passingFile('data.csv', path, inside);
    expect(openFiles()).toHaveLength(1);
    await stream.cancel();
    await expect.poll(openFiles).toEqual([]);
  });
});
