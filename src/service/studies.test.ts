import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { beforeAll, describe, expect, it } from 'vitest';
import { bodyAbout } from '../core/table/sentence-shape.js';
import { createStudyFile } from '../store/open.js';
import { allVariables } from '../store/variables.js';
import type { OpenStudy } from './context.js';
import { fingerprint } from './fingerprint.js';
import { undoEntry } from './ledger.js';
import { listStudies, openStudy } from './open-study.js';
import { saveTable } from './saved-tables.js';
import {
  backUpStudy,
  binStudy,
  copyStudy,
  editStudy,
  emptyFromBin,
  listBin,
  restoreStudy,
  unbinStudy,
} from './studies.js';
import { serviceForTests, studyOfRows } from './test-study.js';

const service = serviceForTests();
const { folder } = service;
let study: OpenStudy;
beforeAll(async () => {
  study = await studyOfRows(service, 'Plots', [
    'site,mood',
    ...Array.from({ length: 30 }, (_, k) => `${k % 3},${k % 2}`),
  ]);
  const [site] = allVariables(study.db);
  await saveTable(service, study, null, {
    title: 'Kept',
    sentence: bodyAbout(site!.id),
    shown: { figures: [{ figure: 'row-percent' as const }, { figure: 'count' as const }], hatch: true },
  });
});

async function backup(of: OpenStudy): Promise<Buffer> {
  const { stream, bytes } = await backUpStudy(service, of);
  const parts: Buffer[] = [];
  for await (const part of Readable.fromWeb(stream as never)) parts.push(Buffer.from(part as Buffer));
  expect(Buffer.concat(parts)).toHaveLength(bytes);
  return Buffer.concat(parts);
}
const restore = (bytes: Buffer | string, name = 'backup.sqlite') =>
  restoreStudy(service, { name, body: Readable.from([Buffer.from(bytes)]) });

describe('a whole study', () => {
  it('is named and described, and has its own words for size', async () => {
    const words = [
      { least: 0, word: 'faint' },
      { least: 0.2, word: 'clear' },
    ];
    const row = await editStudy(service, study, { name: ' Plots 2026 ', subtitle: 'Spring', sizeWords: words });
    expect(row).toMatchObject({ name: 'Plots 2026', subtitle: 'Spring', settings: { sizeWords: words } });
    expect(() =>
      editStudy(service, study, {
        sizeWords: [
          { least: 0.1, word: 'a' },
          { least: 0, word: 'b' },
        ],
      }),
    ).toThrow('begins at 0');
    expect((await editStudy(service, study, { sizeWords: null })).settings.sizeWords).toBeUndefined();
  });
  it('is copied with everything in it, the ledger and the binder too', async () => {
    const copy = await copyStudy(service, study);
    expect(copy).toMatchObject({ name: 'Plots 2026, copy', respondents: 30 });
    const opened = openStudy(service, copy.id);
    expect(fingerprint(opened.db)).toBe(fingerprint(study.db));
    await undoEntry(service, opened);
    expect(fingerprint(opened.db)).not.toBe(fingerprint(study.db));
  });
  it('comes back out of a backup as it was, beside the one that is there', async () => {
    const row = await restore(await backup(study));
    expect(row.id).not.toBe(study.id);
    expect(fingerprint(openStudy(service, row.id).db)).toBe(fingerprint(study.db));
  });
  it('is put into the bin and taken out again under its id, or deleted for good', async () => {
    const before = fingerprint(study.db);
    await binStudy(service, study);
    expect(listStudies(service).map(({ id }) => id)).not.toContain(study.id);
    expect(listBin(service).map(({ id }) => id)).toEqual([study.id]);
    await unbinStudy(service, study.id);
    study = openStudy(service, study.id);
    expect(fingerprint(study.db)).toBe(before);
    const copy = await copyStudy(service, study, 'Gone soon');
    await binStudy(service, openStudy(service, copy.id));
    await emptyFromBin(service, copy.id);
    expect(listBin(service)).toEqual([]);
    await expect(unbinStudy(service, copy.id)).rejects.toThrow('in the bin');
    await expect(unbinStudy(service, '../studies/x')).rejects.toThrow('in the bin');
  });
  it('is not restored from what is no whole study, and the store stays as it was', async () => {
    const bytes = await backup(study);
    const before = listStudies(service).length;
    await expect(restore('hello')).rejects.toThrow('It is no study of Hatch Count');
    await expect(restore('')).rejects.toThrow('It is empty');
    await expect(restore(bytes.subarray(0, bytes.length / 2))).rejects.toThrow(/damaged|not as it was/);
    const path = join(folder, 'other.sqlite');
    const other = createStudyFile(path);
    other.pragma('user_version = 99');
    other.close();
    await expect(restore(readFileSync(path), 'newer.sqlite')).rejects.toThrow('newer Hatch Count');
    writeFileSync(path, '');
    const lost = Buffer.from(bytes);
    // A page in the middle, overwritten.
    lost.fill(7, Math.floor(lost.length / 2), Math.floor(lost.length / 2) + 4096);
    await restore(lost).then(
      () => expect.fail('a damaged backup was restored'),
      (error: unknown) => expect(String(error)).toMatch(/damaged|not as it was/),
    );
    expect(listStudies(service)).toHaveLength(before);
  });
});
