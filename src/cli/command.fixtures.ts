import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll } from 'vitest';

export const folder = mkdtempSync(join(tmpdir(), 'hatch-cli-'));

afterAll(() => rmSync(folder, { recursive: true }));

const BIN = fileURLToPath(new URL('../../bin/hatch-count.mjs', import.meta.url));

export function hatch(args: string[], input = '') {
  const { stdout, stderr, status } = spawnSync(process.execPath, [BIN, ...args], {
    input,
    encoding: 'utf8',
    env: { ...process.env, HATCH_COUNT_STORE: join(folder, 'store') },
  });
  return { stdout, stderr, status };
}
