import { readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { startBrowser } from '../e2e/browser.js';
import { awaitRead, call, sendFile, startServer, temporaryStore } from '../e2e/server.js';
import type { Intake } from '../src/api/types.js';
import { opening, watchFor } from './painted.js';
import { refill } from './refill.js';
import { median, say } from './timing.js';

const VARIABLES = 1500;
const RESPONDENTS = 1_000_000;
const CODES = 5;
const ROUNDS = 5;
/** Milliseconds before the click. */
const LOOKS_FOR = 4000;
/** Milliseconds from the click to the first table, of a study that the server has not opened before. */
const MOST = 500;

/** A few respondents of the study, so that each code occurs. */
function smallFile(): string {
  const names = Array.from({ length: VARIABLES }, (_, k) => `q${k + 1}`);
  const rows = Array.from({ length: 40 }, (_, k) => names.map((_, j) => 1 + ((k + j) % CODES)).join(','));
  return [names.join(','), ...rows].join('\n');
}

/** Makes the study in a store. @returns its id */
async function wideStudy(store: string): Promise<string> {
  const server = await startServer(store);
  const path = join(store, 'wide.csv');
  writeFileSync(path, smallFile());
  const intake = await awaitRead(server, (await sendFile<Intake>(server, 'wide.csv', path)).body);
  const accept = `/intakes/${intake.id}/accept`;
  const { study } = (await call<{ study: string }>(server, 'POST', accept, { name: 'Wide' })).body;
  await server.stop();
  const file = readdirSync(join(store, 'studies')).find((name) => name.endsWith('.sqlite'));
  if (!file) throw new Error('the study has no file');
  refill(join(store, 'studies', file), RESPONDENTS, ({ id }) => (from, to) => {
    const values = new Uint8Array(to - from);
    for (let k = 0; k < values.length; k++) values[k] = 1 + ((Math.imul(from + k + id, 0x9e3779b1) >>> 16) % CODES);
    return values;
  });
  return study;
}

/**
 * Opens a study of 1,500 variables and 1,000,000 respondents at a table, each time with a server that has not opened
 * it before.
 */
export async function benchOpening(): Promise<void> {
  const home = temporaryStore();
  try {
    const study = await wideStudy(home.store);
    const [cold, again]: [number[], number[]] = [[], []];
    for (let round = 0; round < ROUNDS; round++) {
      const server = await startServer(home.store);
      const driver = await startBrowser();
      try {
        // The analyst looks at the list of studies before; meanwhile what the server begins with is begun.
        await driver.get(server.address);
        await driver.sleep(LOOKS_FOR);
        await watchFor(driver, 'main caption, caption');
        const table = (rows: number) => `${server.address}/studies/${study}/tables?rows=q${rows}&by=q${rows + 1}`;
        cold.push(await opening(driver, table(7 + round)));
        again.push(await opening(driver, table(107 + round)));
      } finally {
        await driver.quit();
        await server.stop();
      }
    }
    say(
      `${VARIABLES} variables by ${RESPONDENTS.toLocaleString('en')}, from the click to the first table`,
      `${median(cold).toFixed(0)} ms (${MOST}), slowest ${Math.max(...cold).toFixed(0)}; the second table's page ` +
        `${median(again).toFixed(0)} ms`,
    );
    if (median(cold) > MOST) throw new Error('the first table takes too long');
  } finally {
    home.remove();
  }
}
