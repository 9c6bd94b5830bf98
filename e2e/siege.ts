import { type Server, startServer, temporaryStore } from './server.js';
import { DEMO_STUDY } from './siege/attacked.js';
import { describedBy, attackFrom, sendAttack } from './siege/broken-requests.js';
import { broken, sendBroken } from './siege/broken-files.js';
import type { Chance } from './siege/chance.js';
import { type Change, CHANGES } from './siege/changes.js';
import { clientsTogether } from './siege/clients.js';
import { killerOf } from './siege/kill-changes.js';
import { intakeOnce, killIntake, tortureFile } from './siege/kill-intakes.js';
import { memoryOf } from './siege/memory.js';
import { samplesFor } from './siege/samples.js';
import { attackTimes, keepTally, readTallies, tallyOf } from './siege/tally.js';
import { workWide } from './siege/wide-study.js';
import { verdictTable } from './siege/verdict-table.js';

/** A server that holds more than so many MiB does not keep its memory bounded. */
const MOST_MEMORY = 1024;
/** Attacks after which the server's memory is looked at, and the tally is kept. */
const STEP = 100;
/** Of all kills, one in so many falls into an intake. */
const INTAKES = 10;
const CLIENTS = 50;
const WIDE_COLUMNS = 1500;

/** Works on a server with the demo study, which must end well afterwards. */
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

async function killChanges(times: number): Promise<void> {
  const each = Math.ceil(times / CHANGES.length);
  const kindOf = ({ name }: Change) => `kills: ${name}`;
  const left = CHANGES.filter((change) => tallyOf(kindOf(change)).done < each);
  if (left.length === 0) return;
  const home = temporaryStore();
  const killer = await killerOf(home.store, 20_000);
  try {
    for (const change of left) {
      const whole = await killer.undisturbed(change);
      await attackTimes(kindOf(change), each, (luck) => killer.kill(change, whole, luck));
    }
  } finally {
    await killer.end();
    home.remove();
  }
}

async function killIntakes(times: number): Promise<void> {
  const home = temporaryStore();
  const kind = 'kills: an intake';
  try {
    if (tallyOf(kind).done >= times) return;
    const file = tortureFile(50_000);
    const whole = await intakeOnce(home.store, file, null);
    await attackTimes(kind, times, (luck) => killIntake(home.store, file, whole, luck));
  } finally {
    home.remove();
  }
}

async function manyClients(seconds: number): Promise<void> {
  const kind = `${CLIENTS} clients, seconds`;
  if (tallyOf(kind).done >= seconds) return;
  await underSiege(async (server) => {
    const { tables, p50, p95, healthP99, delay, memory, wrong } = await clientsTogether(
      server,
      DEMO_STUDY,
      CLIENTS,
      seconds,
    );
    if (p95 > 500) wrong.push(`the 95th percentile of a table is ${Math.round(p95)} ms, over 500`);
    if (delay.p99 > 50) wrong.push(`the server's own thread is late by ${delay.p99} ms, over 50`);
    const answers = {
      tables,
      'ms for half of them': Math.round(p50),
      'ms for 95%': Math.round(p95),
      'ms for 99% of health': Math.round(healthP99),
      'ms late in its own thread (99%)': delay.p99,
    };
    keepTally(kind, { done: seconds, answers, wrong, memory });
  }, false);
}

async function wideStudy(times: number): Promise<void> {
  const kind = `${WIDE_COLUMNS} columns, rounds`;
  if (tallyOf(kind).done >= times) return;
  await underSiege(async (server) => {
    const { asked, delay, wrong } = await workWide(server, WIDE_COLUMNS, times);
    if (delay.p99 > 50) wrong.push(`the server's own thread is late by ${delay.p99} ms, over 50`);
    const answers = { asked, 'ms late in its own thread (99%)': delay.p99, 'ms late at most': delay.most };
    keepTally(kind, { done: times, answers, wrong, memory: memoryOf(server.process.pid) });
  }, false);
}

/**
 * Kills the server, sends it broken files and broken requests, and has many clients ask at once. Goes on where it was
 * broken off, and prints a table of what came of it.
 * @param kills how many kills, over every kind of change and intakes
 * @param files how many broken files
 * @param requests how many broken requests
 * @param seconds for which 50 clients ask at once
 * @param rounds in which a study of 1,500 columns is worked with
 */
export async function siege(
  kills = '1000',
  files = '20000',
  requests = '20000',
  seconds = '300',
  rounds = '20',
): Promise<void> {
  const intakes = Math.ceil(Number(kills) / INTAKES);
  await killIntakes(intakes);
  await killChanges(Number(kills) - intakes);
  await underSiege(async (server) => {
    const samples = await samplesFor(server);
    const attack = (luck: Chance) => sendBroken(server, broken(luck.pick(samples), luck));
    await attackTimes('broken files', Number(files), attack, STEP, () => memoryOf(server.process.pid));
  });
  await underSiege(async (server) => {
    const document = await describedBy(server);
    const attack = (luck: Chance) => sendAttack(server, attackFrom(document, DEMO_STUDY, luck));
    await attackTimes('broken requests', Number(requests), attack, STEP, () => memoryOf(server.process.pid));
  });
  await manyClients(Number(seconds));
  await wideStudy(Number(rounds));
  const tallies = readTallies();
  process.stdout.write(verdictTable(tallies));
  const isWrong = Object.values(tallies).some(({ wrong, memory }) => wrong.length > 0 || memory > MOST_MEMORY);
  if (isWrong) process.exitCode = 1;
}
