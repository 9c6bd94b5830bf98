import { copyFileSync, existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Intake, StudyView } from '../../src/api/types.js';
import { awaitRead, call, type Server, send, startServer } from '../server.js';
import type { Chance } from './chance.js';
import { band, type Change, type Place, type Victim } from './changes.js';
import { storeState } from './store-state.js';
import type { Verdict } from './verdict.js';

/** A store with one study, and how one kind of change goes where nobody kills it. */
export interface Undisturbed {
  store: string;
  study: string;
  change: Change;
  /** Milliseconds. */
  took: number;
  before: string;
  after: string;
}

/** Where the study is kept as it was made. */
const pristine = (store: string) => join(store, 'pristine');

/** Leaves nothing in a store but the study, as it was made. */
function putBack(store: string, study: string): void {
  for (const part of ['studies', 'bin', 'set-aside', 'intakes', 'done']) {
    const folder = join(store, part);
    if (!existsSync(folder)) continue;
    for (const name of readdirSync(folder)) rmSync(join(folder, name), { force: true, recursive: true });
  }
  copyFileSync(pristine(store), join(store, 'studies', `${study}.sqlite`));
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

/** Fills an empty store with the study that is changed under kills. @returns its id */
export async function makeVictim(store: string, respondents: number): Promise<string> {
  const server = await startServer(store);
  let study: string;
  try {
    study = await fillStudy(server, respondents);
  } finally {
    await server.stop();
  }
  copyFileSync(join(store, 'studies', `${study}.sqlite`), pristine(store));
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

/** Starts a server on the study as it was made, and prepares a change. */
async function prepare(store: string, study: string, change: Change): Promise<Victim> {
  putBack(store, study);
  const server = await startServer(store);
  const prepared = await change.prepare?.({ server, study });
  return victimOf({ server, study }, prepared ?? '');
}

/** Makes a change that nobody kills. @throws where it is refused, or changes nothing */
export async function undisturbed(store: string, study: string, change: Change): Promise<Undisturbed> {
  const unchanged = await prepare(store, study, change);
  await unchanged.server.stop();
  const before = await storeState(store, study);
  const victim = await prepare(store, study, change);
  const begun = performance.now();
  const { status } = await change.ask(victim);
  const took = performance.now() - begun;
  await victim.server.stop();
  if (status >= 400) throw new Error(`${change.name} is refused with ${status}`);
  const after = await storeState(store, study);
  if (after === before) throw new Error(`${change.name} changes nothing`);
  return { store, study, change, took, before, after };
}

/**
 * Makes a change on a fresh copy and kills the server at a moment by chance, with no chance to clean up. A server that
 * starts then must find the store exactly as it was before the change, or exactly as it is after it.
 */
export async function killChange(whole: Undisturbed, { upTo }: Chance): Promise<Verdict> {
  const { store, study, change, took, before, after } = whole;
  const victim = await prepare(store, study, change);
  const { process } = victim.server;
  const moment = (upTo(1100) / 1000) * took;
  const ended = new Promise((resolve) => process.once('exit', resolve));
  const timer = setTimeout(() => process.kill('SIGKILL'), moment);
  // The answer is of no interest: most often there is none.
  await change.ask(victim).catch(() => undefined);
  clearTimeout(timer);
  process.kill('SIGKILL');
  await ended;
  const state = await storeState(store, study);
  if (state === before) return { as: 'as before', wrong: null };
  if (state === after) return { as: 'as after', wrong: null };
  return { as: 'neither', wrong: `killed after ${Math.round(moment)} ms: neither before nor after\n${state}` };
}
