import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Asker, IN_COMMON, IN_OWN } from '../src/api/needs-table.js';
import { isOfStudy, refusal } from '../src/api/need.js';
import { OPERATIONS } from '../src/api/operations/registry.js';
import type { Operation } from '../src/api/operation.js';
import { ROLES } from '../src/core/team/roles.js';
import { DEMO_STUDY } from './siege/attacked.js';
import { temporaryStore } from './server.js';
import { firstOne, inEachRole, invited, type Person, person, startTeamServer, type TeamServer } from './team.js';

const home = temporaryStore();
let server: TeamServer;
const askers = new Map<string, Person>();

beforeAll(async () => {
  server = await startTeamServer(home.store);
  const ada = await firstOne(server);
  const each = await inEachRole(server, ada);
  for (const role of ROLES) askers.set(role, each[role]);
  const admin = await invited(server, ada, 'Adm Inister', null);
  await ada.call('PATCH', `/people/${admin.id}`, { administrator: true });
  askers.set('administers', admin);
  askers.set('no part', await invited(server, ada, 'No Part', null));
  askers.set('nobody', person(server, 'Nobody'));
});

afterAll(async () => {
  await server.stop();
  home.remove();
});

const STATUS = { 'signed-out': 401, hidden: 404, forbidden: 403, 'common-only': 422 } as const;

/** A path with something in each of its parts. */
const pathWith = ({ path }: Operation, study: string) =>
  path
    .replace('{study}', study)
    .replace('{binned}', study)
    .replaceAll(/\{\w+\}/g, '1');

/**
 * Has every operation asked for, and gives those that were answered otherwise than the table says. A revision that is
 * none is sent along: what may be done is refused for that, before anything is done.
 */
async function wrongOnes(operations: readonly Operation[], asker: Asker, who: Person, study: string) {
  const wrong: string[] = [];
  for (const operation of operations) {
    const why = refusal(operation, asker);
    // A file that waits is its sender's, whoever else asks; nobody has sent one here.
    const isOfIntake = operation.path.includes('{intake}');
    const path = pathWith(operation, study);
    const method = operation.method.toUpperCase();
    const { status, body } = await who.call<{ place?: { field?: string } }>(method, path, undefined, {
      'if-match': 'none',
    });
    const expected = why === null ? (isOfIntake ? 404 : 400) : STATUS[why];
    const field = why === null && !isOfIntake ? body.place?.field === 'if-match' : true;
    if (status !== expected || !field) wrong.push(`${asker.name}: ${method} ${path} is ${status}, not ${expected}`);
  }
  return wrong;
}

describe('every operation', () => {
  it.each(IN_COMMON.map((asker) => [asker.name, asker] as const))(
    'is done for %s as the table says, on the server and in the common layer',
    async (name, asker) => {
      expect(await wrongOnes(OPERATIONS, asker, askers.get(name)!, DEMO_STUDY)).toEqual([]);
    },
  );

  it.each(IN_OWN.map((asker) => [asker.name, asker] as const))(
    'is done as the table says in %s layer',
    async (_, asker) => {
      const who = askers.get(asker.role ?? '')!;
      const owner = asker.layer === 'own' ? who : askers.get('tabulates')!;
      const layer = `${DEMO_STUDY}~${owner.id}`;
      expect(await wrongOnes(OPERATIONS.filter(isOfStudy), asker, who, layer)).toEqual([]);
    },
  );
});
