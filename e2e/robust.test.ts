import { once } from 'node:events';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Counts, Intake, KeptTable, StudyView } from '../src/api/types.js';
import { call, send, type Server, startServer, temporaryStore } from './server.js';

const ROWS = 400_000;
const CSV = ['id,a,b,w', ...Array.from({ length: ROWS }, (_, k) => `${k},${k % 5},${k % 7},${k / 7}`)].join('\n');

let home: ReturnType<typeof temporaryStore>;
let server: Server;
beforeEach(async () => {
  home = temporaryStore();
  server = await startServer(home.store);
});
afterEach(async () => {
  await server.stop();
  home.remove();
});

const studies = () => readdirSync(join(home.store, 'studies')).filter((name) => name.endsWith('.sqlite'));
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Waits until the study's file is being written. */
async function writing(): Promise<void> {
  for (let tries = 0; tries < 400; tries++) {
    if (readdirSync(join(home.store, 'studies')).some((name) => name.includes('.part-'))) return;
    await pause(10);
  }
  throw new Error('nothing was written');
}

describe('a process that ends while a study is being written', () => {
  it('leaves no part of a study when it is killed, and the file can be accepted again', async () => {
    const { body } = await send<Intake>(server, 'big.csv', CSV);
    const accepting = call(server, 'POST', `/intakes/${body.id}/accept`, { name: 'Big' }).catch(() => null);
    await writing();
    server.process.kill('SIGKILL');
    await once(server.process, 'exit');
    await accepting;
    expect(studies()).toEqual([]);
    server = await startServer(home.store);
    expect((await call<unknown[]>(server, 'GET', '/studies')).body).toEqual([]);
    const again = await call<{ study: string }>(server, 'POST', `/intakes/${body.id}/accept`, { name: 'Big' });
    expect(again.status).toBe(201);
    const db = new Database(join(home.store, 'studies', `${again.body.study}.sqlite`), { readonly: true });
    expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
    expect(db.prepare('SELECT sum(respondents) FROM column_code WHERE column_id = 2').pluck().get()).toBe(ROWS);
    db.close();
  });

  it('finishes what is being written when it is asked to stop', async () => {
    const { body } = await send<Intake>(server, 'big.csv', CSV);
    const accepting = call<{ study: string }>(server, 'POST', `/intakes/${body.id}/accept`, { name: 'Big' }).catch(
      () => null,
    );
    await writing();
    expect(await server.stop()).toBe(0);
    await accepting;
    expect(studies()).toHaveLength(1);
    server = await startServer(home.store);
    const [study] = (await call<{ id: string; respondents: number }[]>(server, 'GET', '/studies')).body;
    expect(study?.respondents).toBe(ROWS);
  });
});

describe('two at once', () => {
  it('every change lands, in some order, and none is lost', async () => {
    const { body } = await send<Intake>(server, 'small.csv', 'site,sat\n1,1\n1,2\n2,1\n2,3\n');
    const { body: accepted } = await call<{ study: string }>(server, 'POST', `/intakes/${body.id}/accept`, {
      name: 'Small',
    });
    const path = `/studies/${accepted.study}`;
    const [site] = (await call<StudyView>(server, 'GET', path)).body.variables;
    const sentence = { rows: site?.id ?? 0, by: null, only: [] };
    const shown = { percent: 'column', counts: true, hatch: true, expected: false };
    const recipe = {
      kind: 'regroup',
      source: site?.id,
      level: 'unordered',
      groups: [{ code: '1', label: 'All', from: ['1', '2'] }],
      setAside: [],
    };
    const work = Array.from({ length: 12 }, (_, k) => [
      call<KeptTable>(server, 'POST', `${path}/tables`, { title: `Table ${k}`, sentence, shown }),
      call(server, 'POST', `${path}/workings`, { name: '', label: 'Everyone', recipe }),
    ]).flat();
    expect(new Set((await Promise.all(work)).map(({ status }) => status))).toEqual(new Set([201]));
    const view = (await call<StudyView>(server, 'GET', path)).body;
    expect(view.tables).toHaveLength(12);
    expect(new Set(view.variables.map(({ name }) => name)).size).toBe(2 + 12);
    expect(view.study.revision).toBe(1 + 24);
  });

  it('counting goes on while a large file is taken in', async () => {
    const small = await send<Intake>(server, 'small.csv', 'site\n1\n2\n');
    const { body: accepted } = await call<{ study: string }>(server, 'POST', `/intakes/${small.body.id}/accept`, {
      name: 'Small',
    });
    const big = await send<Intake>(server, 'big.csv', CSV);
    let done = false;
    const accepting = call(server, 'POST', `/intakes/${big.body.id}/accept`, { name: 'Big' }).then(() => (done = true));
    await writing();
    const counted = await call<Counts>(server, 'POST', `/studies/${accepted.study}/counts`, {
      rows: 1,
      by: null,
      only: [],
    });
    expect(counted.body.total).toBe(2);
    expect(done).toBe(false);
    await accepting;
  });
});
