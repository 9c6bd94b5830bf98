import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { call, type Server, startServer, temporaryStore } from './server.js';
import { attackFrom, type Described, sendAttack } from './siege/broken-requests.js';
import { broken, SAMPLES, sendBroken } from './siege/broken-files.js';
import { chance } from './siege/chance.js';
import { clientsTogether } from './siege/clients.js';
import { DEMO } from './session.js';

const STUDY = DEMO.split('/').at(-1)!;
/** Each run besieges in another way; what it finds is told with the seed. */
const SEED = Number(process.env['SIEGE_SEED'] ?? 0) || Math.floor(Math.random() * 1e9);

const home = temporaryStore();
let server: Server;
beforeAll(async () => {
  server = await startServer(home.store, 'demo');
});
afterAll(async () => {
  expect(await server.stop()).toBe(0);
  home.remove();
});

describe(`a small siege (SIEGE_SEED=${SEED})`, () => {
  it('by broken files: each is read, or refused with what and where', async () => {
    const luck = chance(SEED);
    for (let k = 0; k < 120; k++) {
      const file = broken(SAMPLES[k % SAMPLES.length]!, luck);
      const { wrong } = await sendBroken(server, file);
      expect(wrong, `file ${k}, ${file.name}`).toBeNull();
    }
  });

  it('by broken requests: each is answered, or refused with what and where', async () => {
    const { body } = await call<Described>(server, 'GET', '/openapi.json');
    const luck = chance(SEED + 1);
    for (let k = 0; k < 600; k++) {
      const attack = attackFrom(body, STUDY, luck);
      const { wrong } = await sendAttack(server, attack);
      expect(wrong, `request ${k}: ${attack.body?.slice(0, 2000) ?? ''}`).toBeNull();
    }
  });

  it('by many clients, some of whom mean harm: the others have their tables', async () => {
    const { tables, wrong } = await clientsTogether(server, STUDY, 15, 8);
    expect(wrong).toEqual([]);
    expect(tables).toBeGreaterThan(100);
  });
});
