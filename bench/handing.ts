import { readdirSync, readFileSync } from 'node:fs';
import { call, startServer, temporaryStore } from '../e2e/server.js';
import { memoryOf } from '../e2e/siege/memory.js';
import type { StudyView } from '../src/api/types.js';
import { REPORT_FORMAT_IDS } from '../src/core/report/report-formats.js';
import { say, timed } from './timing.js';

const TABLES = 200;
const ROUNDS = 3;
const STUDY = '/studies/fernhill-allotments';
/** Between two looks at how much memory is taken, in milliseconds. */
const LOOK = 20;

/** The processes that a process started, and those that they started; with itself. */
function treeOf(root: number): number[] {
  const parents = new Map<number, number>();
  for (const name of readdirSync('/proc').filter((entry) => /^\d+$/.test(entry))) {
    try {
      const parent = /\) \S (\d+)/.exec(readFileSync(`/proc/${name}/stat`, 'utf8'))?.[1];
      parents.set(Number(name), Number(parent));
    } catch {
      // It ended meanwhile.
    }
  }
  const tree = [root];
  for (const pid of tree) for (const [child, parent] of parents) if (parent === pid) tree.push(child);
  return tree;
}

type Server = Awaited<ReturnType<typeof startServer>>;

interface Sentence {
  rows: { variable: number }[];
  by: number[][];
}

/** Megabytes that a server and its helpers have in memory now. */
const megabytesOf = (root: number) => treeOf(root).reduce((sum, pid) => sum + memoryOf(pid), 0);

/** Fills the binder with tables of each kind that there is. */
async function fill(server: Server): Promise<Sentence[]> {
  const { body } = await call<StudyView>(server, 'GET', STUDY);
  const down = body.variables.filter(({ level }) => level !== 'text').map(({ id }) => id);
  const across = body.variables.filter(({ level, codes }) => level === 'unordered' && codes.length > 1).slice(0, 6);
  const sentences = Array.from({ length: TABLES }, (_, k) => ({
    rows: [{ variable: down[k % down.length]! }],
    by: [[across[Math.floor(k / down.length) % across.length]!.id]],
    within: null,
    only: [],
    weight: null,
  }));
  for (const sentence of sentences) {
    const shown = { hatch: true, readings: [{ item: 0, nest: 0 }] };
    const kept = await call(server, 'POST', `${STUDY}/tables`, { title: 'A table', sentence, shown });
    if (kept.status !== 201) throw new Error(`a table could not be kept: ${JSON.stringify(kept.body)}`);
  }
  return sentences;
}

/** All tables of a binder frozen, and written as they were; beside counting them. */
async function freezeAll(server: Server, sentences: readonly Sentence[], counting: number): Promise<void> {
  const { body } = await call<StudyView>(server, 'GET', STUDY);
  const tables = body.tables.map(({ id }) => id);
  const freeze = () => call(server, 'POST', `${STUDY}/freeze`, { tables });
  const taken = await timed(1, async () => {
    const { status } = await freeze();
    if (status !== 200) throw new Error('the tables could not be frozen');
  });
  say(
    `${sentences.length} tables frozen`,
    `${(taken / 1000).toFixed(2)} s, ${(taken / counting).toFixed(1)} x counting`,
  );
  const written = await timed(ROUNDS, async () => {
    await (await fetch(`${server.address}/api/v1${STUDY}/binder/file?as=html`)).arrayBuffer();
  });
  const ratio = `${(written / counting).toFixed(1)} x counting`;
  say(`a binder of ${TABLES} frozen tables as html`, `${(written / 1000).toFixed(2)} s, ${ratio}`);
}

/** A sweep of all these variables, kept and written; beside counting its tables. */
async function sweepAll(server: Server, sentences: readonly Sentence[]): Promise<void> {
  const by = sentences[0]!.by;
  const rows = [...new Set(sentences.map(({ rows: [row] }) => row!.variable))].filter((id) => id !== by[0]![0]);
  const sentence = { rows, by, within: null, only: [], weight: null };
  const counting = await timed(ROUNDS, async () => {
    await call(server, 'POST', `${STUDY}/counts`, sentence);
  });
  const { body } = await call<{ id: number }>(server, 'POST', `${STUDY}/tables`, {
    ...{ title: 'A sweep', sentence },
    shown: { hatch: true, sweep: {} },
  });
  const taken = await timed(ROUNDS, async () => {
    const { status } = await call(server, 'GET', `${STUDY}/tables/${body.id}/sweep`);
    if (status !== 200) throw new Error('the sweep could not be shown');
  });
  const ratio = `${(taken / counting).toFixed(1)} x counting`;
  say(`a kept sweep of ${rows.length} tables`, `${(taken / 1000).toFixed(2)} s, ${ratio}`);
}

/** A binder of many tables in each format, beside counting them alone. */
export async function benchHanding(): Promise<void> {
  const { store, remove } = temporaryStore();
  const server = await startServer(store, 'demo');
  try {
    const sentences = await fill(server);
    const counting = await timed(ROUNDS, async () => {
      for (const sentence of sentences) await call(server, 'POST', `${STUDY}/counts`, sentence);
    });
    say(`${TABLES} tables counted alone`, `${(counting / 1000).toFixed(2)} s`);
    for (const as of REPORT_FORMAT_IDS) {
      let most = 0;
      const timer = setInterval(() => (most = Math.max(most, megabytesOf(server.process.pid!))), LOOK);
      let bytes = 0;
      const taken = await timed(ROUNDS, async () => {
        const response = await fetch(`${server.address}/api/v1${STUDY}/binder/file?as=${as}`);
        if (response.status !== 200) throw new Error(`${as}: ${await response.text()}`);
        bytes = (await response.arrayBuffer()).byteLength;
      });
      clearInterval(timer);
      const size = `${(bytes / 1e6).toFixed(1)} MB`;
      const ratio = `${(taken / counting).toFixed(1)} x counting`;
      const memory = `${most} MB in all helpers`;
      say(`a binder of ${TABLES} tables as ${as}`, `${(taken / 1000).toFixed(2)} s, ${ratio}, ${memory}, ${size}`);
    }
    await freezeAll(server, sentences, counting);
    await sweepAll(server, sentences);
  } finally {
    await server.stop();
    remove();
  }
}
