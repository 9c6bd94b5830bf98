import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Intake, StudyRow } from '../../src/api/types.js';
import { fingerprint } from '../../src/service/fingerprint.js';
import { openStudyFile } from '../../src/store/open.js';
import { awaitRead, call, type Server } from '../server.js';

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

/** What the files that wait are understood as, which the server has to say. @throws where it lists no studies */
async function waitingState(server: Server): Promise<string[]> {
  const { status } = await call<StudyRow[]>(server, 'GET', '/studies');
  if (status !== 200) throw new Error('the studies cannot be listed');
  const { body: waiting } = await call<{ id: string }[]>(server, 'GET', '/intakes');
  const intakes = waiting.map(async ({ id }) => {
    const intake = await call<Intake>(server, 'GET', `/intakes/${id}`);
    const { fileName, layout, codebook, read } = await awaitRead(server, intake.body);
    return `waits: ${JSON.stringify([fileName, layout, codebook?.fileName, read?.respondents])}`;
  });
  return Promise.all(intakes);
}

/**
 * All that a store says, in one text: two stores with the same text are the same to whoever works with them.
 * @param server one that works on it
 * @param study the id of the study that is told from all others
 * @throws where a study is damaged, or the server does not list them
 */
export async function storeState(server: Server, study: string): Promise<string> {
  const waiting = await waitingState(server);
  return [...filesState(server.store, study), ...waiting].sort().join('\n');
}
