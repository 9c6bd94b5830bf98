import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, readlinkSync, statSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { AnswerTo, Counts, StudyView } from '../src/api/types.js';
import { call, ROOT, type Server, startServer, temporaryStore } from './server.js';
import { DEMO } from './session.js';

const home = temporaryStore();
let server: Server;
beforeAll(async () => {
  server = await startServer(home.store, 'demo');
});
afterAll(async () => {
  await server.stop();
  home.remove();
});

const inStore = (...parts: string[]) => join(home.store, ...parts);
const view = async () => (await call<StudyView>(server, 'GET', DEMO)).body;
const idOf = async (name: string) => (await view()).variables.find((variable) => variable.name === name)?.id ?? 0;

/** Files of the store that were deleted and that the server, or a helper of it, has open still. */
function heldFiles(): string[] {
  const children = spawnSync('pgrep', ['-P', String(server.process.pid)])
    .stdout.toString()
    .trim()
    .split('\n');
  return [String(server.process.pid), ...children].flatMap((pid) => {
    const folder = `/proc/${pid}/fd`;
    return existsSync(folder)
      ? readdirSync(folder).flatMap((fd) => {
          try {
            const path = readlinkSync(join(folder, fd));
            return path.includes(home.store) && path.endsWith('(deleted)') ? [path] : [];
          } catch {
            return [];
          }
        })
      : [];
  });
}

describe('an export', () => {
  const paths = [`${DEMO}/data?as=ddi`, `${DEMO}/data?as=parquet`, `${DEMO}/backup`];

  it('leaves nothing, whether it is taken, looked at or broken off', async () => {
    for (const path of paths) {
      const address = `${server.address}/api/v1${path}`;
      const head = await fetch(address, { method: 'HEAD' });
      expect([head.status, await head.text()], path).toEqual([200, '']);
      expect((await (await fetch(address)).arrayBuffer()).byteLength).toBeGreaterThan(10_000);
      await new Promise<void>((resolve) => {
        const asked = request(address, (response) => {
          response.once('data', () => asked.destroy());
          response.once('close', () => resolve());
        });
        asked.end();
      });
    }
    const exports = inStore('exports');
    await expect.poll(() => (existsSync(exports) ? readdirSync(exports) : [])).toEqual([]);
    await expect.poll(heldFiles).toEqual([]);
    expect(readdirSync(inStore('studies')).filter((name) => name.includes('part'))).toEqual([]);
  });
});

describe('a file that is no study', () => {
  it('is listed with the reason, touched by nobody, and set aside', async () => {
    writeFileSync(inStore('studies', 'empty.sqlite'), '');
    new Database(inStore('studies', 'foreign.sqlite')).exec('CREATE TABLE recipe (name TEXT)').close();
    const before = readFileSync(inStore('studies', 'foreign.sqlite'));
    const { body: files } = await call<AnswerTo<'GET /unopened'>>(server, 'GET', '/unopened');
    expect(files.map(({ file, kind }) => [file, kind])).toEqual([
      ['empty.sqlite', 'empty'],
      ['foreign.sqlite', 'not-a-study'],
    ]);
    expect((await call(server, 'GET', '/studies/foreign')).status).toBe(422);
    expect((await call<unknown[]>(server, 'GET', '/studies')).body).toHaveLength(1);
    expect(readFileSync(inStore('studies', 'foreign.sqlite')).equals(before)).toBe(true);
    for (const { file } of files) expect((await call(server, 'POST', `/unopened/${file}/set-aside`)).status).toBe(200);
    expect((await call<unknown[]>(server, 'GET', '/unopened')).body).toEqual([]);
    expect(readdirSync(inStore('set-aside'))).toHaveLength(2);
  });
});

describe('a change that is sent twice', () => {
  it('is made once under its key, and answered the same', async () => {
    const source = await idOf('age');
    const bands = [{ code: '1', label: 'All', is: 'range', from: null, to: null }];
    const draft = { name: 'twice', label: 'Twice', recipe: { kind: 'band', source, ends: 'lower', bands, taken: [] } };
    const send = (key: string, body: object = draft) =>
      call<{ variable: number }>(server, 'POST', `${DEMO}/workings`, body, { 'idempotency-key': `"${key}"` });
    const [first, second] = [await send('key-of-mine-1'), await send('key-of-mine-1')];
    expect([first.status, second.status]).toEqual([201, 201]);
    expect(second.body).toEqual(first.body);
    expect((await view()).variables.filter(({ name }) => name.startsWith('twice'))).toHaveLength(1);
    expect((await send('key-of-mine-1', { ...draft, label: 'Other' })).status).toBe(422);
    expect((await send('x')).status).toBe(400);
  });
});

describe('another site', () => {
  it('may link to a page, and have nothing else', async () => {
    // As it is: fetch would say by itself from where it asks.
    const get = (path: string, headers: Record<string, string>) =>
      new Promise<number>((resolve, reject) => {
        const asked = request(server.address + path, { headers }, (response) => {
          response.resume();
          resolve(response.statusCode ?? 0);
        });
        asked.on('error', reject);
        asked.end();
      });
    const visit = { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate', 'sec-fetch-dest': 'document' };
    expect(await get('/studies', visit)).toBe(200);
    expect(await get(`/api/v1${DEMO}/backup`, visit)).toBe(403);
    for (const site of ['cross-site', 'same-site'])
      expect(await get(`/api/v1${DEMO}/data`, { 'sec-fetch-site': site, 'sec-fetch-mode': 'no-cors' })).toBe(403);
    expect(await get('/_image?href=/mark.svg&w=9000&f=png', {})).toBe(404);
  });
});

describe('a store', () => {
  it('is closed to other users, and to a second server', () => {
    for (const [path, mode] of [
      ['', 0o700],
      ['studies', 0o700],
      ['studies/fernhill-allotments.sqlite', 0o600],
    ] as const)
      expect(statSync(inStore(path)).mode & 0o777, path).toBe(mode);
    const args = [join(ROOT, 'bin', 'hatch-count.mjs'), 'serve', '--port', '0', '--store', home.store];
    const second = spawnSync(process.execPath, args, { timeout: 20_000 });
    expect(second.status).toBe(2);
    expect(second.stderr.toString()).toContain(`is in use by the server at ${server.address}`);
  });

  it('tells no figure that is still to be computed, after a server that ended in between', async () => {
    const band = await idOf('twice');
    expect(await server.stop()).toBe(0);
    const db = new Database(inStore('studies', 'fernhill-allotments.sqlite'));
    // As if its source had changed, and the server ended before it was computed again.
    db.exec(`UPDATE working SET signature = 'old', recipe = json_set(recipe, '$.bands[0].to', 40)
             WHERE id = (SELECT working_id FROM variable WHERE id = ${band})`);
    db.close();
    server = await startServer(home.store);
    const count = async (body: object) => (await call<Counts>(server, 'POST', `${DEMO}/counts`, body)).body;
    const counts = await count({ rows: band, by: null, only: [] });
    const at = counts.axes[0]?.slots.findIndex((slot) => slot.is === 'code' && slot.code === '1') ?? -1;
    const under40 = { variable: await idOf('age'), is: 'between', from: null, to: 39.99 };
    const young = await count({ rows: await idOf('site'), by: null, only: [under40] });
    expect(counts.respondents[at]).toBe(young.respondents.reduce((sum, respondents) => sum + respondents, 0));
    expect(counts.respondents[at]).toBeLessThan(counts.total);
  });
});
