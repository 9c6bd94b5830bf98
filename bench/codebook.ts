import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { WebDriver } from 'selenium-webdriver';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { startBrowser } from '../e2e/browser.js';
import { awaitRead, call, sendFile, startServer, temporaryStore } from '../e2e/server.js';
import type { CodebookFile } from '../src/core/codebook/codebook-file.js';
import type { Intake } from '../src/api/types.js';
import { opening, watchFor } from './painted.js';
import { median, say } from './timing.js';

const WIDE = 1500;
const NARROW = 30;
const RESPONDENTS = 1000;
/**
 * Opening 50 times as many variables may take so many times as long, and a key in the search as one in a bare field.
 */
const MOST_OPENING = 4;
const MOST_SEARCHING = 5;
const TIMES = 5;

const THINGS = [
  'tomatoes',
  'beans',
  'compost',
  'water',
  'tools',
  'paths',
  'hedges',
  'bees',
  'soil',
  'slugs',
  'frost',
  'shade',
  'rent',
  'meetings',
];
const ASKED = [
  'How satisfied are you with',
  'How often do you look after',
  'How important to you is',
  'Would you pay more for',
];
const SEARCHES = ['compost', 'satisfyed water', 'q1043', 'strongly', 'how importnt bees'];

/** A survey of so many variables, with its codebook. */
function survey(variables: number): { csv: string; codebook: CodebookFile } {
  const generator = xoroshiro128plus(11);
  const next = (most: number) => uniformInt(generator, 0, most);
  const names = Array.from({ length: variables }, (_, k) => `q${k + 1}`);
  const rows = Array.from({ length: RESPONDENTS }, () =>
    names.map((_, k) => (k % 10 === 9 ? next(60) : 1 + next(4))).join(','),
  );
  const agree = ['Strongly disagree', 'Disagree', 'Neither', 'Agree', 'Strongly agree'].map((label, k) => ({
    code: String(k + 1),
    label,
  }));
  return {
    csv: [names.join(','), ...rows].join('\n'),
    codebook: {
      codeLists: { agree },
      variables: names.map((name, k) => {
        const question = `${ASKED[next(ASKED.length - 1)]!} the ${THINGS[next(THINGS.length - 1)]!} on your plot?`;
        return {
          name,
          label: `${question.slice(4, 40)} ${k + 1}`,
          question,
          ...(k % 10 === 9 ? { level: 'number' as const } : { level: 'ordered' as const, codeList: 'agree' }),
        };
      }),
    },
  };
}

/** From each key to the paint behind it, in milliseconds: in the roster's search, or in a field that does nothing. */
async function searching(driver: WebDriver, bare: boolean): Promise<number[]> {
  return driver.executeAsyncScript<number[]>(
    `const [bare, searches, done] = [arguments[0], arguments[1], arguments[arguments.length - 1]];
     const field = bare
       ? document.body.appendChild(document.createElement('input'))
       : document.getElementById('roster-search');
     const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
     const painted = () => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
     (async () => {
       const times = [];
       for (const search of searches) {
         for (let k = 1; k <= search.length; k++) {
           await painted();
           const begun = performance.now();
           set.call(field, search.slice(0, k));
           field.dispatchEvent(new Event('input', { bubbles: true }));
           await painted();
           times.push(performance.now() - begun);
         }
       }
       if (bare) field.remove();
       done(times);
     })();`,
    bare,
    SEARCHES,
  );
}

const slowest = (times: readonly number[]) => Math.max(...times);

/** Opens the codebook of 1,500 variables and searches it, beside a study of 30 and a field that does nothing. */
export async function benchCodebook(): Promise<void> {
  const home = temporaryStore();
  const server = await startServer(home.store);
  const driver = await startBrowser();
  try {
    const take = async (variables: number): Promise<string> => {
      const { csv, codebook } = survey(variables);
      const path = join(home.store, `${variables}.csv`);
      writeFileSync(path, csv);
      const intake = await awaitRead(server, (await sendFile<Intake>(server, `${variables}.csv`, path)).body);
      const { body } = await call<{ study: string }>(server, 'POST', `/intakes/${intake.id}/accept`, {
        name: `Of ${variables}`,
        codebook,
      });
      return `${server.address}/studies/${body.study}/codebook`;
    };
    const [wide, narrow] = [await take(WIDE), await take(NARROW)];
    await watchFor(driver, '[role=grid] [data-row]');
    const times: Record<'wide' | 'narrow', number[]> = { wide: [], narrow: [] };
    for (let k = 0; k < TIMES; k++) {
      times.narrow.push(await opening(driver, narrow));
      times.wide.push(await opening(driver, wide));
    }
    const opens = median(times.wide) / median(times.narrow);
    say(
      `Codebook of ${WIDE} variables, to its first rows`,
      `${median(times.wide).toFixed(0)} ms; of ${NARROW} variables ${median(times.narrow).toFixed(0)} ms: ` +
        `${opens.toFixed(1)} times as long (at most ${MOST_OPENING})`,
    );
    const bare = await searching(driver, true);
    const keys = await searching(driver, false);
    const searches = median(keys) / median(bare);
    say(
      `Search in ${WIDE} variables, from key to result`,
      `median ${median(keys).toFixed(0)} ms, slowest ${slowest(keys).toFixed(0)} ms; a bare field ` +
        `${median(bare).toFixed(0)} ms: ${searches.toFixed(1)} times as long (at most ${MOST_SEARCHING})`,
    );
    if (opens > MOST_OPENING) throw new Error('the codebook opens too slowly');
    if (searches > MOST_SEARCHING) throw new Error('the search is too slow');
  } finally {
    await driver.quit();
    await server.stop();
    home.remove();
  }
}
