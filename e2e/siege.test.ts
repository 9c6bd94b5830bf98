import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Server, startServer, temporaryStore } from './server.js';
import { attackFrom, describedBy, sendAttack } from './siege/broken-requests.js';
import { broken, sendBroken } from './siege/broken-files.js';
import { CHANGES } from './siege/changes.js';
import { chance } from './siege/chance.js';
import { clientsTogether } from './siege/clients.js';
import { killerOf } from './siege/kill-changes.js';
import { intakeOnce, killIntake, tortureFile } from './siege/kill-intakes.js';
import { samplesFor } from './siege/samples.js';
import { workWide } from './siege/wide-study.js';
import { DEMO_STUDY } from './siege/attacked.js';

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
    const samples = await samplesFor(server);
    for (let k = 0; k < 4 * samples.length; k++) {
      const file = broken(samples[k % samples.length]!, luck);
      const { wrong } = await sendBroken(server, file);
      expect(wrong, `file ${k}, ${file.name}, to ${file.to}`).toBeNull();
    }
  });

  it('by a study of many columns, all of which is asked for and changed', async () => {
    const { asked, wrong } = await workWide(server, 400, 2);
    expect(wrong).toEqual([]);
    expect(asked).toBe(17);
  });

  it('by broken requests: each is answered, or refused with what and where', async () => {
    const document = await describedBy(server);
    const luck = chance(SEED + 1);
    for (let k = 0; k < 600; k++) {
      const attack = attackFrom(document, DEMO_STUDY, luck);
      const { wrong } = await sendAttack(server, attack);
      expect(wrong, `request ${k}: ${attack.body?.slice(0, 2000) ?? ''}`).toBeNull();
    }
  });

  it('by many clients, some of whom mean harm: the others have their tables', async () => {
    const { tables, wrong } = await clientsTogether(server, DEMO_STUDY, 15, 8);
    expect(wrong).toEqual([]);
    expect(tables).toBeGreaterThan(100);
  });
});

describe(`kills (SIEGE_SEED=${SEED})`, () => {
  const [ofChanges, ofIntakes] = [temporaryStore(), temporaryStore()];
  afterAll(() => {
    ofChanges.remove();
    ofIntakes.remove();
  });

  it('of some kinds of change: the store is as before or as after', async () => {
    const luck = chance(SEED + 2);
    const killer = await killerOf(ofChanges.store, 10_000);
    for (let k = 0; k < 4; k++) {
      const change = luck.pick(CHANGES);
      const whole = await killer.undisturbed(change);
      const { wrong } = await killer.kill(change, whole, luck);
      expect(wrong, change.name).toBeNull();
    }
    await killer.end();
  });

  it('of intakes: whole studies only, and the file is read again', async () => {
    const luck = chance(SEED + 3);
    const file = tortureFile(20_000);
    const whole = await intakeOnce(ofIntakes.store, file, null);
    for (let k = 0; k < 3; k++) {
      const { wrong } = await killIntake(ofIntakes.store, file, whole, luck);
      expect(wrong, `kill ${k}`).toBeNull();
    }
  });
});
