import { once } from 'node:events';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Counts, Intake, KeptTable, StudyView } from '../src/api/types.js';
import { awaitRead, call, send, type Server, startServer, temporaryStore } from './server.js';

const ROWS = 1_000_000;
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

/** Sends the big file, and comes back while it is being read. */
async function sendBig(): Promise<Intake> {
  const { body } = await send<Intake>(server, 'big.csv', CSV, false);
  return body;
}

describe('a process that ends while a file is being read', () => {
  it('leaves no part of a study when it is killed, and reads the file again', async () => {
    const { id } = await sendBig();
    server.process.kill('SIGKILL');
    await once(server.process, 'exit');
    expect(studies()).toEqual([]);
    server = await startServer(home.store);
    expect((await call<unknown[]>(server, 'GET', '/studies')).body).toEqual([]);
    const intake = await awaitRead(server, (await call<Intake>(server, 'GET', `/intakes/${id}`)).body);
    expect(intake.read?.respondents).toBe(ROWS);
    const accepted = await call<{ study: string }>(server, 'POST', `/intakes/${id}/accept`, { name: 'Big' });
    expect(accepted.status).toBe(201);
    const db = new Database(join(home.store, 'studies', `${accepted.body.study}.sqlite`), { readonly: true });
    expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
    expect(db.prepare('SELECT sum(respondents) FROM column_code WHERE column_id = 2').pluck().get()).toBe(ROWS);
    db.close();
  });

  it('stops reading when it is asked to stop, and goes on after', async () => {
    const { id } = await sendBig();
    expect(await server.stop()).toBe(0);
    expect(studies()).toEqual([]);
    server = await startServer(home.store);
    const accepting = call(server, 'POST', `/intakes/${id}/accept`, { name: 'Big' });
    expect((await accepting).status).toBe(201);
    const [study] = (await call<{ id: string; respondents: number }[]>(server, 'GET', '/studies')).body;
    expect(study?.respondents).toBe(ROWS);
  });

  it('can be cancelled, which leaves nothing', async () => {
    const { id } = await sendBig();
    expect((await call(server, 'DELETE', `/intakes/${id}`)).status).toBe(204);
    expect((await call(server, 'GET', `/intakes/${id}`)).status).toBe(404);
    expect(readdirSync(join(home.store, 'intakes'))).toEqual([]);
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
    const shown = { hatch: true };
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
    const big = await sendBig();
    expect(big.state).toBe('reading');
    const counted = await call<Counts>(server, 'POST', `/studies/${accepted.study}/counts`, {
      rows: 1,
      by: null,
      only: [],
    });
    expect(counted.body.total).toBe(2);
    expect((await call<Intake>(server, 'GET', `/intakes/${big.id}`)).body.state).toBe('reading');
    expect((await awaitRead(server, big)).read?.respondents).toBe(ROWS);
  });
});
