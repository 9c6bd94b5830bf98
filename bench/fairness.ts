import { join } from 'node:path';
import { awaitRead, call, send, sendFile, type Server, startServer, temporaryStore } from '../e2e/server.js';
import type { Intake, StudyView } from '../src/api/types.js';
import { writeSurvey } from './survey-file.js';
import { median, say } from './timing.js';

const RESPONDENTS = 1_000_000;
/** Milliseconds by which a small table of somebody else may come later beside heavy work, at the median. */
const MOST_LATER = 50;
const ASKED_ALONE = 100;
const PAUSE = 10;

/** A table whose exact test takes many steps. */
const HARD = [
  [54, 45, 36],
  [80, 42, 37],
  [5, 43, 45],
];

const pause = () => new Promise((resolve) => setTimeout(resolve, PAUSE));

/** Takes a file in. @returns the study, and ids of its variables by name */
async function land(server: Server, name: string, intake: Intake) {
  const { id } = await awaitRead(server, intake);
  const { study } = (await call<{ study: string }>(server, 'POST', `/intakes/${id}/accept`, { name })).body;
  const { variables } = (await call<StudyView>(server, 'GET', `/studies/${study}`)).body;
  return { study, id: (wanted: string) => variables.find((variable) => variable.name === wanted)?.id ?? 0 };
}

function smallFile(): string {
  const rows = Array.from({ length: 2000 }, (_, k) =>
    [1 + (k % 5), 1 + (k % 7), 1 + (k % 3), 1 + ((k * 5) % 4)].join(','),
  );
  return ['answer,site,season,region', ...rows].join('\n');
}

/** Asks for a small table again and again, until `isOver`. @returns how long each took */
async function smallTables(ask: (round: number) => Promise<unknown>, isOver: (asked: number) => boolean) {
  const taken: number[] = [];
  while (!isOver(taken.length)) {
    const started = performance.now();
    await ask(taken.length);
    taken.push(performance.now() - started);
    await pause();
  }
  return taken;
}

/** How much later a small table comes while somebody else's heavy work is done. */
export async function benchFairness(): Promise<void> {
  const home = temporaryStore();
  const server = await startServer(home.store);
  const failures: string[] = [];
  try {
    const csv = join(home.store, 'survey.csv');
    await writeSurvey(csv, RESPONDENTS);
    const small = await land(server, 'Small', (await send<Intake>(server, 'small.csv', smallFile(), false)).body);
    const large = await land(server, 'Large', (await sendFile<Intake>(server, 'survey.csv', csv)).body);
    const names = ['answer', 'site', 'season', 'region'];
    const ask = async (round: number) => {
      const body = {
        rows: small.id(names[round % 4]!),
        by: [small.id(names[(round + 1 + (round % 3)) % 4]!)],
        only: [],
      };
      const { status } = await call(server, 'POST', `/studies/${small.study}/counts`, body);
      if (status !== 200) throw new Error(`a small table was answered with ${status}`);
    };
    const heavy: [string, () => Promise<{ status: number }>][] = [
      ['an exact test', () => call(server, 'POST', '/assess', { counts: HARD })],
      ['a sweep', () => call(server, 'POST', `/studies/${large.study}/sweep`, { by: [large.id('q1')] })],
      [
        'an export of all respondents',
        async () => {
          const response = await fetch(`${server.address}/api/v1/studies/${large.study}/data?as=ddi`);
          await response.arrayBuffer();
          return response;
        },
      ],
      [
        'an intake',
        async () => {
          const sent = await sendFile<Intake>(server, 'again.csv', csv);
          await awaitRead(server, sent.body);
          return sent;
        },
      ],
    ];
    const alone = median(await smallTables(ask, (asked) => asked === ASKED_ALONE));
    say('a small table, alone', `${alone.toFixed(1)} ms`);
    for (const [name, work] of heavy) {
      let [isOver, status] = [false, 0];
      const started = performance.now();
      const working = work().then((answer) => {
        status = answer.status;
        isOver = true;
      });
      const taken = await smallTables(ask, () => isOver);
      await working;
      const seconds = (performance.now() - started) / 1000;
      if (status >= 300) throw new Error(`${name} was answered with ${status}`);
      const later = median(taken) - alone;
      say(
        `a small table beside ${name} (${seconds.toFixed(1)} s)`,
        `${median(taken).toFixed(1)} ms, ${later.toFixed(1)} later (${MOST_LATER}); the slowest of ${taken.length} ` +
          `${Math.max(...taken).toFixed(0)} ms`,
      );
      if (later > MOST_LATER) failures.push(`a small table beside ${name} comes ${later.toFixed(0)} ms later`);
    }
  } finally {
    await server.stop();
    home.remove();
  }
  if (failures.length > 0) throw new Error(failures.join('; '));
}
