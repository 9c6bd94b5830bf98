import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { call, type Server, startServer, temporaryStore } from './server.js';
import { attackFrom, type Described, sendAttack } from './siege/broken-requests.js';
import { broken, SAMPLES, sendBroken } from './siege/broken-files.js';
import { chance } from './siege/chance.js';
import { clientsTogether } from './siege/clients.js';
import type { Verdict } from './siege/verdict.js';

/** What was found so far of one kind of attack; kept, so that a siege that was broken off goes on. */
interface Tally {
  done: number;
  answers: Record<string, number>;
  wrong: string[];
}

/** Where a siege keeps how far it is. */
const PLACE = '.siege.json';
const DEMO = 'fernhill-allotments';
/** Attacks after which the server's memory is looked at, and the tally is kept. */
const STEP = 100;

const readAll = (): Record<string, Tally> =>
  existsSync(PLACE) ? (JSON.parse(readFileSync(PLACE, 'utf8')) as Record<string, Tally>) : {};

function say(kind: string, { done, answers, wrong }: Tally): void {
  const counted = Object.entries(answers).sort(([, a], [, b]) => b - a);
  process.stdout.write(
    `${kind}: ${done} (${counted.map(([as, n]) => `${n} ${as}`).join(', ')}), ${wrong.length} wrong\n`,
  );
  for (const what of wrong.slice(0, 20)) process.stdout.write(`  ${what}\n`);
}

/** Makes attacks of one kind, from where the last siege broke off; the n-th is the same in every siege. */
async function attackTimes(kind: string, times: number, attack: (seed: number) => Promise<Verdict>): Promise<Tally> {
  const tallies = readAll();
  const tally = tallies[kind] ?? { done: 0, answers: {}, wrong: [] };
  while (tally.done < times) {
    const { as, wrong } = await attack(tally.done);
    tally.done++;
    tally.answers[as] = (tally.answers[as] ?? 0) + 1;
    if (wrong !== null) tally.wrong.push(`attack ${tally.done}: ${wrong}`);
    if (tally.done % STEP === 0) writeFileSync(PLACE, JSON.stringify({ ...tallies, [kind]: tally }));
  }
  writeFileSync(PLACE, JSON.stringify({ ...tallies, [kind]: tally }));
  say(kind, tally);
  return tally;
}

async function underSiege(work: (server: Server) => Promise<void>, checked = true): Promise<void> {
  const home = temporaryStore();
  const server = await startServer(home.store, 'demo', 0, checked);
  try {
    await work(server);
    const code = await server.stop();
    if (code !== 0) throw new Error(`the server ended with ${String(code)}`);
  } finally {
    server.process.kill('SIGKILL');
    home.remove();
  }
}

/**
 * Broken files and broken requests, and many clients at once. Goes on where it was broken off.
 * @param files how many broken files
 * @param requests how many broken requests
 * @param seconds for which 50 clients ask at once
 */
export async function siege(files = '20000', requests = '20000', seconds = '300'): Promise<void> {
  let wrong = 0;
  await underSiege(async (server) => {
    const tally = await attackTimes('broken files', Number(files), (seed) => {
      const luck = chance(seed);
      return sendBroken(server, broken(luck.pick(SAMPLES), luck));
    });
    wrong += tally.wrong.length;
  });
  await underSiege(async (server) => {
    const { body } = await call<Described>(server, 'GET', '/openapi.json');
    const tally = await attackTimes('broken requests', Number(requests), (seed) =>
      sendAttack(server, attackFrom(body, DEMO, chance(seed))),
    );
    wrong += tally.wrong.length;
  });
  await underSiege(async (server) => {
    const found = await clientsTogether(server, DEMO, 50, Number(seconds));
    wrong += found.wrong.length + (found.p95 > 500 ? 1 : 0) + (found.delay.p99 > 50 ? 1 : 0);
    process.stdout.write(
      `50 clients for ${seconds} s: ${found.tables} tables, median ${Math.round(found.p50)} ms, 95th percentile ` +
        `${Math.round(found.p95)} ms (500 wanted); health, 99th percentile ${Math.round(found.healthP99)} ms; ` +
        `the server's own thread late by ${found.delay.p99} ms (99th percentile, 50 wanted), ` +
        `${found.delay.most} at most; ` +
        `${String(found.memory)} MiB; ${found.wrong.length} wrong\n`,
    );
    for (const what of found.wrong.slice(0, 20)) process.stdout.write(`  ${what}\n`);
  }, false);
  if (wrong > 0) process.exitCode = 1;
}
