import type { Intake, StudyView } from '../../src/api/types.js';
import { call, send, type Server } from '../server.js';

/** What was found while a study of many columns was worked with. */
export interface WideStudy {
  /** Things that were asked of it. */
  asked: number;
  /** Of the server's own thread, as it says itself: whoever asks for so much is late too. */
  delay: { p99: number; most: number };
  wrong: string[];
}

/** Between two things that somebody does. */
const PAUSE_MS = 100;
/** Of so many rounds one changes every entry of the codebook at once. */
const WHOLE_CODEBOOK = 5;

/** A file of many columns, whose codes differ in number. */
function wideFile(columns: number, rows: number): string {
  const names = Array.from({ length: columns }, (_, k) => `v${k}`);
  const row = (r: number) => names.map((_, k) => 1 + ((r * 7 + k * 3 + r * k) % (2 + (k % 9))));
  return [names, ...Array.from({ length: rows }, (_, r) => row(r))].map((cells) => cells.join(',')).join('\n');
}

/** Takes in a file of many columns, and asks for all that goes over its whole codebook, so many times. */
export async function workWide(server: Server, columns: number, times: number): Promise<WideStudy> {
  const wrong: string[] = [];
  let asked = 0;
  const ask = async <T>(method: string, path: string, body?: unknown): Promise<T> => {
    const reply = await call<T>(server, method, path, body);
    asked += 1;
    await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
    if (reply.status >= 300) wrong.push(`${method} ${path} was answered with ${reply.status}`);
    return reply.body;
  };
  const { body: intake } = await send<Intake>(server, 'wide.csv', wideFile(columns, 300));
  const { study } = await ask<{ study: string }>('POST', `/intakes/${intake.id}/accept`, { name: 'Wide' });
  const path = `/studies/${study}`;
  const { variables } = await ask<StudyView>('GET', path);
  const edits = (label: string) => variables.map(({ id, name }) => ({ variable: id, label: `${label} ${name}` }));
  for (let k = 0; k < times; k++) {
    const [a, b] = [variables[k % columns]!.id, variables[(k * 7 + 1) % columns]!.id];
    await ask('GET', path);
    await ask('PATCH', `${path}/variables/${a}`, { label: `Label ${k}` });
    await ask('POST', `${path}/counts`, { rows: a, by: b, only: [] });
    await ask('GET', `${path}/health`);
    await ask('GET', `${path}/code-lists`);
    const all = { edits: edits(`Time ${k},`) };
    if (k % WHOLE_CODEBOOK === 0) await ask('PATCH', `${path}/codebook`, all);
    await ask('POST', `${path}/ledger/undo`);
    await ask('POST', `${path}/ledger/redo`);
  }
  const { body: up } = await call<{ delay: WideStudy['delay'] }>(server, 'GET', '/health');
  return { asked, delay: up.delay, wrong };
}
