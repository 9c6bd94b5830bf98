import { copyFileSync, existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Intake, StudyView } from '../../src/api/types.js';
import { awaitRead, call, type Server, send, startServer } from '../server.js';
import type { Chance } from './chance.js';
import { band, type Change, type Place, type Victim } from './changes.js';
import { storeState } from './store-state.js';
import type { Verdict } from './verdict.js';

/** How one kind of change goes where nobody kills it. */
interface Undisturbed {
  /** Milliseconds. */
  took: number;
  before: string;
  after: string;
}

/** Kills servers of one store in the middle of changes to the study in it. */
export interface Killer {
  /** Makes a change that nobody kills. @throws where it is refused, or changes nothing */
  undisturbed: (change: Change) => Promise<Undisturbed>;
  /**
   * Makes a change on a fresh copy and kills the server at a moment by chance, with no chance to clean up. A server
   * that starts then must find the store exactly as it was before the change, or exactly as it is after it.
   */
  kill: (change: Change, whole: Undisturbed, luck: Chance) => Promise<Verdict>;
  end: () => Promise<void>;
}

/** Where the study is kept as it was made. */
const pristine = (store: string) => join(store, 'pristine');

/** Leaves nothing in a store but the study, as it was made. The server has not opened what is there. */
async function putBack(server: Server, study: string): Promise<void> {
  const { body: waiting } = await call<{ id: string }[]>(server, 'GET', '/intakes');
  for (const { id } of waiting) await call(server, 'DELETE', `/intakes/${id}`);
  for (const part of ['studies', 'bin', 'set-aside']) {
    const folder = join(server.store, part);
    if (!existsSync(folder)) continue;
    for (const name of readdirSync(folder)) rmSync(join(folder, name), { force: true, recursive: true });
  }
  copyFileSync(pristine(server.store), join(server.store, 'studies', `${study}.sqlite`));
}

/** Makes a study on which workings stand on workings. @returns its id */
async function fillStudy(server: Server, respondents: number): Promise<string> {
  const rows = Array.from({ length: respondents }, (_, k) => [1 + (k % 3), 16 + ((k * 7) % 70)].join(','));
  const { body } = await send<Intake>(server, 'tortured.csv', ['site,age', ...rows].join('\n'));
  await awaitRead(server, body);
  const accepted = await call<{ study: string }>(server, 'POST', `/intakes/${body.id}/accept`, { name: 'Tortured' });
  if (accepted.status !== 201) throw new Error(`the study is not made: ${JSON.stringify(accepted.body)}`);
  const { study } = accepted.body;
  const idOf = async (name: string) => {
    const { variables } = (await call<StudyView>(server, 'GET', `/studies/${study}`)).body;
    return variables.find((variable) => variable.name === name)?.id ?? 0;
  };
  const keep = (name: string, recipe: unknown) =>
    call(server, 'POST', `/studies/${study}/workings`, { name, label: name, recipe });
  await keep('old', band(await idOf('age'), 50));
  await keep('young', { kind: 'flags', source: await idOf('old'), codes: ['1'], yes: 'Yes', no: 'No' });
  const sources = [await idOf('site'), await idOf('old')];
  await keep('both', { kind: 'interlock', sources, between: ', ', empty: false });
  return study;
}

/** What a change is asked of; a study in the bin has no variables to name. */
async function victimOf(place: Place, prepared: string): Promise<Victim> {
  const { body } = await call<Partial<StudyView>>(place.server, 'GET', `/studies/${place.study}`);
  const variable = (name: string) => body.variables?.find((candidate) => candidate.name === name);
  const id = (name: string) => variable(name)?.id ?? 0;
  const working = (name: string) => body.workings?.find((kept) => kept.id === variable(name)?.workingId)?.id ?? 0;
  return { ...place, id, working, prepared };
}

/** Puts the study back as it was made, and prepares a change. */
async function prepare(server: Server, study: string, change: Change): Promise<Victim> {
  await putBack(server, study);
  const prepared = await change.prepare?.({ server, study });
  return victimOf({ server, study }, prepared ?? '');
}

/** Fills an empty store with a study, and has servers ready to be killed on it. */
export async function killerOf(store: string, respondents: number): Promise<Killer> {
  let server = await startServer(store);
  const study = await fillStudy(server, respondents);
  await server.stop();
  copyFileSync(join(store, 'studies', `${study}.sqlite`), pristine(store));
  server = await startServer(store);

  async function killed(victim: Victim, change: Change, moment: number): Promise<void> {
    const { process } = server;
    const ended = new Promise((resolve) => process.once('exit', resolve));
    const timer = setTimeout(() => process.kill('SIGKILL'), moment);
    // The answer is of no interest: most often there is none.
    await change.ask(victim).catch(() => undefined);
    clearTimeout(timer);
    process.kill('SIGKILL');
    await ended;
    server = await startServer(store);
  }

  return {
    undisturbed: async (change) => {
      const victim = await prepare(server, study, change);
      const before = await storeState(server, study);
      const begun = performance.now();
      const { status } = await change.ask(victim);
      const took = performance.now() - begun;
      if (status >= 400) throw new Error(`${change.name} is refused with ${status}`);
      await server.stop();
      server = await startServer(store);
      const after = await storeState(server, study);
      if (after === before) throw new Error(`${change.name} changes nothing`);
      return { took, before, after };
    },
    kill: async (change, { took, before, after }, { upTo }) => {
      const victim = await prepare(server, study, change);
      const moment = (upTo(1100) / 1000) * took;
      await killed(victim, change, moment);
      const state = await storeState(server, study);
      if (state === before) return { as: 'as before', wrong: null };
      if (state === after) return { as: 'as after', wrong: null };
      return { as: 'neither', wrong: `killed after ${Math.round(moment)} ms: neither before nor after\n${state}` };
    },
    end: async () => {
      await server.stop();
    },
  };
}
