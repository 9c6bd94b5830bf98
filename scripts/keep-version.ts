import { copyFileSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { DEMO_STUDY, seedDemo } from '../src/cli/seed-demo.js';
import { startService } from '../src/service/context.js';
import { copyStudyFile, CURRENT_VERSION } from '../src/store/open.js';

/** Lines of the demo's file that are taken in, with that of the names. */
const LINES = 121;

/**
 * Keeps a study as this version writes it, for tests that it opens in every later one: run once for each migration,
 * before it lands. What was kept before is never made again.
 */
export async function keepVersion(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'hatch-version-'));
  const service = startService({ folder, worker: join('dist', 'cli', 'worker.js') });
  try {
    const demo = join(folder, 'demo');
    mkdirSync(demo);
    for (const name of ['fernhill-codebook.json', 'fernhill-sheet.csv', 'fernhill-codings.csv'])
      copyFileSync(join('demo', name), join(demo, name));
    const lines = readFileSync(join('demo', 'fernhill.csv'), 'utf8').split('\n');
    writeFileSync(join(demo, 'fernhill.csv'), lines.slice(0, LINES).join('\n'));
    await seedDemo(service, demo);
    const copy = join(folder, 'copy.sqlite');
    copyStudyFile(join(folder, 'studies', `${DEMO_STUDY}.sqlite`), copy);
    const name = `${String(CURRENT_VERSION).padStart(3, '0')}.sqlite.gz`;
    writeFileSync(join('src', 'store', 'versions', name), gzipSync(readFileSync(copy), { level: 9 }), { flag: 'wx' });
  } finally {
    await service.close();
    rmSync(folder, { recursive: true, force: true });
  }
}
