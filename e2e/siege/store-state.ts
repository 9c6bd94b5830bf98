import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Intake, StudyRow } from '../../src/api/types.js';
import { fingerprint } from '../../src/service/fingerprint.js';
import { openStudyFile } from '../../src/store/open.js';
import { awaitRead, call, startServer } from '../server.js';

/** All that one study's file says. @throws where the file is damaged */
function studyState(file: string): string {
  const db = openStudyFile(file);
  try {
    const check = db.pragma('integrity_check', { simple: true });
    if (check !== 'ok') throw new Error(`${file}: integrity_check says ${String(check)}`);
    return createHash('sha256').update(fingerprint(db)).digest('hex');
  } finally {
    db.close();
  }
}

const filesIn = (folder: string) =>
  existsSync(folder) ? readdirSync(folder).filter((name) => name.endsWith('.sqlite')) : [];

const isStudy = (file: string) => readFileSync(file).subarray(0, 15).toString('latin1') === 'SQLite format 3';

/** What the studies and foreign files in a store say; of those that a change made, whatever they are called. */
function filesState(store: string, study: string): string[] {
  return ['studies', 'bin', 'set-aside'].flatMap((part) =>
    filesIn(join(store, part)).map((name) => {
      const file = join(store, part, name);
      const which = name === `${study}.sqlite` ? 'itself' : 'another';
      return `${part}: ${isStudy(file) ? `${which}, ${studyState(file)}` : 'a foreign file'}`;
    }),
  );
}

/** What the files that wait are understood as, which a server has to say. @throws where it does not start */
async function waitingState(store: string): Promise<string[]> {
  const server = await startServer(store);
  try {
    const { status } = await call<StudyRow[]>(server, 'GET', '/studies');
    if (status !== 200) throw new Error('the studies cannot be listed');
    const { body: waiting } = await call<{ id: string }[]>(server, 'GET', '/intakes');
    const intakes = waiting.map(async ({ id }) => {
      const intake = await call<Intake>(server, 'GET', `/intakes/${id}`);
      const { fileName, layout, codebook, read } = await awaitRead(server, intake.body);
      return `waits: ${JSON.stringify([fileName, layout, codebook?.fileName, read?.respondents])}`;
    });
    return await Promise.all(intakes);
  } finally {
    await server.stop();
  }
}

/**
 * All that a store says once a server has started on it, in one text: two stores with the same text are the same to
 * whoever works with them.
 * @param study the id of the study that is told from all others
 * @throws where a study is damaged, or no server starts
 */
export async function storeState(store: string, study: string): Promise<string> {
  const waiting = await waitingState(store);
  return [...filesState(store, study), ...waiting].sort().join('\n');
}
