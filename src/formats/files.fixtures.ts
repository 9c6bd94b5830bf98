import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll } from 'vitest';
import type { Layout } from '../core/intake/layout.js';
import { detectLayout, openRows } from './open-rows.js';
import type { Row } from './rows.js';

const folder = mkdtempSync(join(tmpdir(), 'hatch-others-'));

afterAll(() => rmSync(folder, { recursive: true }));

let number = 0;

/** Where nothing stands yet. */
export const newPath = (end = '') => join(folder, `${number++}${end}`);

/** Writes a file of its own. */
export function put(content: string | Uint8Array, end = ''): string {
  const path = newPath(end);
  writeFileSync(path, content);
  return path;
}

/** A file of text, as it is opened. */
export const raw = (content: string | Uint8Array) => ({ path: put(content, '.csv'), name: 'x.csv', gzip: false });

/** Writes a file and reads it, by a layout or as it is found. */
export async function read(content: string | Uint8Array, layout?: Layout) {
  const path = put(content);
  const detected = layout ? { gzip: false, layout } : await detectLayout(path, 'x');
  const source = await openRows({ path, name: 'x', gzip: detected.gzip }, detected.layout);
  const rows: Row[] = [];
  for await (const batch of source.batches) rows.push(...batch);
  return {
    layout: detected.layout,
    names: source.columns.map(({ name }) => name),
    rows,
    cells: rows.map(({ cells }) => cells),
    share: source.share(),
  };
}
