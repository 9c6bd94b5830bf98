import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Engines, startEngines } from '../scripts/engines/engines.js';
import { clickhouseTable, fillTables, linkShards, postgresTable, type TableColumn } from '../scripts/engines/tables.js';
import type { KeptWorking, StudyView } from '../src/api/types.js';
import { ownLayer } from '../src/core/team/layer-id.js';
import { temporaryStore } from './server.js';
import { firstOne, invited, type Person, startTeamServer, type TeamServer } from './team.js';

const COLUMNS: TableColumn[] = [
  { name: 'site', is: 'text' },
  { name: 'satisfied', is: 'whole' },
];
const SITES = ['North', 'South', 'West'];
const ROWS = Array.from({ length: 900 }, (_, k) => ({
  site: SITES[k % 3]!,
  satisfied: 1 + (Math.floor(k / 3) % (3 + (k % 3))),
}));

/** How many respondents of each site gave one of some codes, worked out from the rows. */
const bySite = (codes: readonly number[]) =>
  SITES.map((site) => ROWS.filter((row) => row.site === site && codes.includes(row.satisfied)).length);

const engines: Engines | null = await startEngines();

describe.skipIf(engines === null)('a layer of one’s own over a linked study', () => {
  const home = temporaryStore();
  let server: TeamServer;
  let ada: Person;
  let ben: Person;
  beforeAll(async () => {
    if (!engines) return;
    await linkShards(engines);
    await postgresTable(engines, 'plots', COLUMNS);
    await clickhouseTable(engines, 'plots', COLUMNS);
    await fillTables(engines, 'plots', COLUMNS, ROWS);
    server = await startTeamServer(home.store);
    ada = await firstOne(server);
    ben = await invited(server, ada, 'Ben Reed', null);
  }, 120_000);
  afterAll(async () => {
    if (!engines) return;
    await server.stop();
    await engines.stop();
    home.remove();
  });

  async function made<T>(who: Person, method: string, path: string, body?: unknown): Promise<T> {
    const { status, body: answer } = await who.call<T>(method, path, body);
    expect(status, JSON.stringify(answer)).toBeLessThan(300);
    return answer;
  }

  /** A study of the table, in which Ben tabulates. */
  async function linked(): Promise<string> {
    const [postgres] = engines!.postgres;
    const at = { engine: 'postgresql', host: '127.0.0.1', port: postgres.port, database: 'postgres', tls: false };
    const link = { ...at, account: postgres.reader };
    const tables = await made<{ table: [string, string] }[]>(ada, 'POST', '/links/tables', link);
    const { table } = tables.find(({ table: names }) => names[1] === 'plots')!;
    const { id } = await made<{ id: string }>(ada, 'POST', '/links', { ...link, table });
    const { study } = await made<{ study: string }>(ada, 'POST', `/intakes/${id}/accept`, { name: 'Plots' });
    await made(ada, 'PUT', `/studies/${study}/members/${ben.id}`, { role: 'tabulates' });
    return study;
  }

  const countsIn = async (layer: string) => {
    const { figures } = await made<{ figures: { n: number[][] } }>(ben, 'POST', `/studies/${layer}/table`, {
      sentence: 'half by site',
    });
    return figures.n;
  };

  it('has workings and codes of one’s own, counted in the database, and follows what is changed beneath', async () => {
    const study = await linked();
    const own = ownLayer(study, ben.id);
    const { variables } = await made<StudyView>(ben, 'GET', `/studies/${own}`);
    const idOf = (name: string) => variables.find((variable) => variable.name === name)!.id;
    const groups = [
      { code: '1', label: 'Low', from: ['1', '2'] },
      { code: '2', label: 'High', from: ['3', '4'] },
    ];
    const recipe = {
      kind: 'regroup',
      source: idOf('satisfied'),
      level: 'ordered',
      groups,
      setAside: [],
      unnamed: 'own',
    };
    const kept = await made<KeptWorking>(ben, 'POST', `/studies/${own}/workings`, {
      name: 'half',
      label: 'In halves',
      recipe,
    });
    expect(kept.proof.holds).toBe(true);
    expect(await countsIn(own)).toEqual([bySite([1, 2]), bySite([3, 4]), bySite([5])]);
    const common = await made<StudyView>(ada, 'GET', `/studies/${study}`);
    expect(common.variables.some(({ name }) => name === 'half')).toBe(false);

    const codes = ['1', '2', '3', '4', '5'].map((code) => ({
      code,
      label: '',
      missing: code === '5' ? 'refused' : null,
    }));
    await made(ada, 'PATCH', `/studies/${study}/variables/${idOf('satisfied')}`, { codes });
    expect(await countsIn(own)).toEqual([bySite([1, 2]), bySite([3, 4])]);
    const layer = await made<{ news: { words: string }[] }>(ben, 'GET', `/studies/${own}/layer`);
    expect(layer.news[0]?.words).toContain('What “In halves” stands on was changed');
  });
});
