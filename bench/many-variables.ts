import { startBrowser } from '../e2e/browser.js';
import { temporaryStore } from '../e2e/server.js';
import { firstOne, type Person, startTeamServer, type TeamServer } from '../e2e/team.js';
import type { StudyView } from '../src/api/types.js';
import { bodyAbout } from '../src/core/table/sentence-shape.js';
import { ownLayer } from '../src/core/team/layer-id.js';
import { opening, watchFor } from './painted.js';
import { sendAs } from './people.js';
import { say, timed } from './timing.js';

const RESPONDENTS = 2000;
const CODES = 5;
const ROUNDS = 9;
/** Workings that are kept together. */
const BATCH = 100;

/** How many variables a study has. */
interface Size {
  source: number;
  derived: number;
}

const FEW: Size = { source: 40, derived: 20 };
const MANY: Size = { source: 1500, derived: 1300 };

/** What of the many may take longer than of the few: what is read of all variables, and what is asked of two. */
const MOST = { asked: 1.5, all: 3 };

function fileOf({ source }: Size): string {
  const names = Array.from({ length: source }, (_, k) => `q${k + 1}`);
  const rows = Array.from({ length: RESPONDENTS }, (_, k) => names.map((_, j) => 1 + ((k * 7 + j) % CODES)).join(','));
  return [names.join(','), ...rows].join('\n');
}

const regroup = (source: number, k: number) => ({
  name: '',
  label: `Agreement with statement ${k + 1} in two`,
  recipe: {
    kind: 'regroup',
    source,
    level: 'ordered',
    groups: [
      { code: '1', label: 'Low', from: ['1', '2'] },
      { code: '2', label: 'High', from: ['3', '4', '5'] },
    ],
    setAside: [],
  },
});

/** Makes a study of a size, and somebody's own layer over it. */
async function studyOf(server: TeamServer, ada: Person, size: Size): Promise<string> {
  const intake = await sendAs(server, ada, 'many.csv', fileOf(size));
  const { study } = (await ada.call<{ study: string }>('POST', `/intakes/${intake}/accept`, { name: 'Many' })).body;
  const { variables } = (await ada.call<StudyView>('GET', `/studies/${study}`)).body;
  for (let from = 0; from < size.derived; from += BATCH) {
    const drafts = Array.from({ length: Math.min(BATCH, size.derived - from) }, (_, k) =>
      regroup(variables[from + k]?.id ?? 0, from + k),
    );
    const { status } = await ada.call('POST', `/studies/${study}/workings/batch`, { drafts });
    if (status !== 201) throw new Error(`workings are not kept: ${status}`);
  }
  await ada.call('GET', `/studies/${ownLayer(study, ada.id)}`);
  return study;
}

/** Milliseconds that each act takes in a study, from the request to the answer; the median. */
async function actsIn(ada: Person, study: string): Promise<Record<string, number>> {
  const own = ownLayer(study, ada.id);
  let round = 0;
  const asked = async (method: string, path: string, body?: unknown) => {
    const { status } = await ada.call(method, path, body);
    if (status >= 400) throw new Error(`${method} ${path}: ${status}`);
  };
  const count = (layer: string) =>
    asked('POST', `/studies/${layer}/counts`, { ...bodyAbout(1 + (round++ % 9)), by: 12 });
  const rename = (layer: string) =>
    asked('PATCH', `/studies/${layer}/variables/${layer === own ? 6 : 5}`, { label: `Named ${round++}` });
  const make = (layer: string) => asked('POST', `/studies/${layer}/workings`, regroup(30, round++));
  return {
    'a table': await timed(ROUNDS, () => count(study)),
    'a table in an own layer': await timed(ROUNDS, () => count(own)),
    'the whole study': await timed(ROUNDS, () => asked('GET', `/studies/${study}`)),
    'a name': await timed(ROUNDS, () => rename(study)),
    'a working': await timed(ROUNDS, () => make(study)),
    'a name in an own layer': await timed(ROUNDS, () => rename(own)),
    'a table in an own layer after a change beneath': await timed(ROUNDS, async () => {
      await rename(study);
      await count(own);
    }),
  };
}

/** Milliseconds from the click to a page's list of variables. */
async function pagesOf(server: TeamServer, ada: Person, study: string): Promise<number> {
  const driver = await startBrowser();
  try {
    await driver.get(`${server.address}/sign-in`);
    const [name, value] = (ada.cookie ?? '').split('=');
    await driver.manage().addCookie({ name: name ?? '', value: value ?? '' });
    await driver.get(`${server.address}/studies/${study}/workings`);
    await watchFor(driver, 'main h1');
    return await opening(driver, `${server.address}/studies/${study}/workings`);
  } finally {
    await driver.quit();
  }
}

/** The same acts in a study of 1,500 variables of a file and 1,300 derived ones as in one of 40 and 20. */
export async function benchManyVariables(): Promise<void> {
  const home = temporaryStore();
  const server = await startTeamServer(home.store, [], { HATCH_COUNT_CHECK_ANSWERS: '' });
  const slow: string[] = [];
  try {
    const ada = await firstOne(server);
    const [few, many] = [await studyOf(server, ada, FEW), await studyOf(server, ada, MANY)];
    const [fewTakes, manyTakes] = [await actsIn(ada, few), await actsIn(ada, many)];
    for (const [act, taken] of Object.entries(manyTakes)) {
      const ratio = taken / (fewTakes[act] ?? 0);
      const most = act.startsWith('a table') ? MOST.asked : MOST.all;
      say(
        `${act}, 1,500 + 1,300 variables`,
        `${taken.toFixed(1)} ms, ${ratio.toFixed(1)} times that of 40 + 20 (${most})`,
      );
      if (ratio > most) slow.push(act);
    }
    const pages = [await pagesOf(server, ada, few), await pagesOf(server, ada, many)];
    say('the page of workings', `${pages[1]?.toFixed(0)} ms, of 40 + 20 ${pages[0]?.toFixed(0)} ms`);
  } finally {
    await server.stop();
    home.remove();
  }
  if (slow.length > 0) throw new Error(`slower with many variables: ${slow.join(', ')}`);
}
