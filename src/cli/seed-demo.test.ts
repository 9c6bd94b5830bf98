import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, describe, expect, it } from 'vitest';

const folder = mkdtempSync(join(tmpdir(), 'hatch-cli-'));

afterAll(() => rmSync(folder, { recursive: true }));

const BIN = fileURLToPath(new URL('../../bin/hatch-count.mjs', import.meta.url));

function hatch(args: string[], input = '') {
  const { stdout, stderr, status } = spawnSync(process.execPath, [BIN, ...args], {
    input,
    encoding: 'utf8',
    env: { ...process.env, HATCH_COUNT_STORE: join(folder, 'store') },
  });
  return { stdout, stderr, status };
}

describe('seed', () => {
  it('takes the demo study in once, and leaves nothing else behind', () => {
    for (let again = 0; again < 2; again++) expect(hatch(['seed', '--store', folder]).status).toBe(0);
    expect(readdirSync(join(folder, 'studies')).filter((name) => name.endsWith('.sqlite'))).toEqual([
      'fernhill-allotments.sqlite',
    ]);
    expect(readdirSync(join(folder, 'intakes'))).toEqual([]);
    expect(existsSync(join(folder, 'store'))).toBe(false);
  });
});
