import { readdirSync, readFileSync, rmSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { until, By, type WebDriver } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Engines, startEngines } from '../scripts/engines/engines.js';
import { clickhouseTable, fillTables, linkShards, postgresTable, type TableColumn } from '../scripts/engines/tables.js';
import { accessibilityProblems, startBrowser } from './browser.js';
import { type Server, startServer } from './server.js';

const COLUMNS: TableColumn[] = [
  { name: 'site', is: 'text', comment: 'Where the plot is' },
  { name: 'satisfied', is: 'whole' },
  { name: 'hours', is: 'number' },
  { name: 'crop_1', is: 'text' },
  { name: 'crop_2', is: 'text' },
  { name: 'remark', is: 'text' },
];

const SITES = ['North', "O'Hara's", 'South', null];
const CROPS = ['beans', 'kale', 'leek', null];

/** Gardeners of whom each figure can be worked out by hand: they come in turns. */
const ROWS = Array.from({ length: 1200 }, (_, k) => ({
  site: SITES[k % 4] ?? null,
  satisfied: k % 10 === 9 ? 99 : (k % 5) + 1,
  hours: k % 6 === 0 ? null : k / 8,
  crop_1: CROPS[k % 4] ?? null,
  crop_2: CROPS[(k + 1) % 4] ?? null,
  remark: `remark ${k}`,
}));

const engines: Engines | null = await startEngines();

interface Link {
  engine: 'postgresql' | 'clickhouse';
  host: string;
  port: number;
  database: string;
  tls: boolean;
  account: { user: string; password: string };
}

describe.skipIf(engines === null)('a linked study', () => {
  let server: Server;
  let driver: WebDriver;
  const store = mkdtempSync(join(tmpdir(), 'hatch-linked-'));
  const links: Link[] = [];
  beforeAll(async () => {
    if (!engines) return;
    await linkShards(engines);
    await postgresTable(engines, 'gardeners', COLUMNS);
    await clickhouseTable(engines, 'gardeners', COLUMNS);
    await fillTables(engines, 'gardeners', COLUMNS, ROWS);
    const at = { host: '127.0.0.1', tls: false };
    const [postgres] = engines.postgres;
    const [whole] = engines.clickhouse;
    links.push(
      { ...at, engine: 'postgresql', port: postgres.port, database: 'postgres', account: postgres.reader },
      { ...at, engine: 'clickhouse', port: whole.port, database: 'default', account: whole.reader },
    );
    server = await startServer(store);
    driver = await startBrowser();
  }, 120_000);
  afterAll(async () => {
    if (!engines) return;
    await driver.quit();
    await server.stop();
    await engines.stop();
    rmSync(store, { recursive: true, force: true });
  });

  const send = async (method: string, path: string, body?: unknown) => {
    const answer = await fetch(`${server.address}/api/v1${path}`, {
      method,
      ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
    });
    const text = await answer.text();
    return { status: answer.status, body: (text === '' ? null : JSON.parse(text)) as never };
  };
  const made = async <T>(method: string, path: string, body?: unknown): Promise<T> => {
    const { status, body: answer } = await send(method, path, body);
    expect(status, JSON.stringify(answer)).toBeLessThan(300);
    return answer;
  };

  /** A study of the table of gardeners, with the ids of its variables. */
  async function linked(link: Link, name: string, of = 'gardeners') {
    const tables = await made<{ table: [string, string] }[]>('POST', '/links/tables', link);
    const table = tables.find(({ table: names }) => names[1] === of)!.table;
    const { id } = await made<{ id: string }>('POST', '/links', { ...link, table });
    const decisions = [{ name: 'satisfied', missing: [{ code: '99', missing: 'refused' }] }];
    const { study } = await made<{ study: string }>('POST', `/intakes/${id}/accept`, { name, columns: decisions });
    const { variables } = await made<{ variables: { id: number; name: string }[] }>('GET', `/studies/${study}`);
    return { study, idOf: new Map(variables.map((variable) => [variable.name, variable.id])) };
  }

  /** The same of the same respondents in a file. */
  async function taken(name: string) {
    const head = COLUMNS.map((column) => column.name).join(',');
    const lines = ROWS.map((row) => [row.site, row.satisfied, row.hours, row.crop_1, row.crop_2, row.remark].join(','));
    const answer = await fetch(`${server.address}/api/v1/intakes?file=gardeners.csv`, {
      method: 'POST',
      body: [head, ...lines].join('\n'),
    });
    const { id } = (await answer.json()) as { id: string };
    const decisions = [{ name: 'satisfied', missing: [{ code: '99', missing: 'refused' }] }];
    const { study } = await made<{ study: string }>('POST', `/intakes/${id}/accept`, { name, columns: decisions });
    const { variables } = await made<{ variables: { id: number; name: string }[] }>('GET', `/studies/${study}`);
    return { study, idOf: new Map(variables.map((variable) => [variable.name, variable.id])) };
  }

  const crops = (idOf: ReadonlyMap<string, number>) => ({
    name: 'crops',
    label: 'Crops',
    recipe: {
      kind: 'slots',
      sources: [idOf.get('crop_1'), idOf.get('crop_2')],
      options: ['beans', 'kale', 'leek'].map((code) => ({ code, label: code })),
      none: null,
    },
  });

  it('is counted, recoded and proved as one whose respondents are here', async () => {
    const here = await taken('In a file');
    await made('POST', `/studies/${here.study}/workings`, crops(here.idOf));
    for (const link of links) {
      const { study, idOf } = await linked(link, `In ${link.engine}`);
      const proof = await made<{ proof: { holds: boolean; findings: { id: string }[] } }>(
        'POST',
        `/studies/${study}/workings`,
        crops(idOf),
      );
      expect(proof.proof.holds).toBe(true);
      expect(proof.proof.findings.map(({ id }) => id)).toContain('recomputed');
      for (const sentence of ['crops by site', 'satisfied by site only where crops mentions kale', 'hours by site']) {
        const figuresOf = async (of: string) => {
          const answer = await made<{ figures: unknown; base: number; leftOut: unknown; tests: unknown }>(
            'POST',
            `/studies/${of}/table`,
            { sentence },
          );
          const { figures, base, leftOut, tests } = answer;
          return { figures, base, leftOut, tests };
        };
        // The table has a label for the site, which the file has not, and one more column, which says the shard.
        const unlabelled = (answer: unknown): unknown =>
          JSON.parse(
            JSON.stringify(answer)
              .replaceAll('Where the plot is', 'site')
              .replace(/"variable":\d+/g, '"variable":0'),
          );
        expect(unlabelled(await figuresOf(study)), `${link.engine}: ${sentence}`).toEqual(
          unlabelled(await figuresOf(here.study)),
        );
      }
    }
  }, 120_000);

  it('says what a database cannot be asked, and keeps the account to itself', async () => {
    const { study, idOf } = await linked(links[0]!, 'Kept apart');
    const refused = await send('POST', `/studies/${study}/respondents`, {
      variables: [idOf.get('site')],
      from: 1,
      count: 10,
    });
    expect(refused.status).toBe(422);
    expect((refused.body as { detail: string }).detail).toContain('respondents stay in the database');
    const files = readdirSync(join(store, 'studies')).map((file) => readFileSync(join(store, 'studies', file)));
    for (const { account } of links)
      for (const bytes of files) expect(bytes.includes(account.password), 'a password in a study').toBe(false);
    const shown = JSON.stringify(await made('GET', `/studies/${study}`));
    expect(shown).not.toContain(links[0]!.account.password);
    expect(shown).toContain('"gardeners"');
  }, 60_000);

  it('tells an account that may not read, and a database that does not answer, where they are typed', async () => {
    const [link] = links;
    const wrong = await send('POST', '/links/tables', { ...link, account: { user: 'reader', password: 'wrong' } });
    const detail = (text: string) => ({ detail: expect.stringContaining(text) as string });
    expect(wrong).toMatchObject({ status: 400, body: detail('does not take this account') });
    const nobody = await send('POST', '/links/tables', { ...link, port: 1 });
    expect(nobody).toMatchObject({ status: 503, body: detail('does not answer') });
  });

  it('is linked on the page: address, account, table, and what is understood of it', async () => {
    const [link] = links;
    await driver.get(`${server.address}/studies`);
    const at = (path: string) => driver.wait(until.elementLocated(By.xpath(path)), 10_000);
    const type = async (label: string, text: string) => {
      const input = await at(`//label[contains(., '${label}')]//input`);
      await input.clear();
      await input.sendKeys(text);
    };
    await (await at("//summary[contains(., 'link a table')]")).click();
    expect(await accessibilityProblems(driver)).toEqual([]);
    await type('Host', '127.0.0.1');
    await type('Port', String(link!.port));
    await type('User', link!.account.user);
    await type('Password', link!.account.password);
    await (await at("//label[contains(., 'TLS')]//input")).click();
    await (await at("//button[contains(., 'Show its tables')]")).click();
    await (await at("//button[contains(., 'Look at gardeners')]")).click();
    await at("//button[contains(., 'columns in')]");
    const text = await (await at('//body')).getText();
    expect(text).toContain('stay in their database');
    expect(text).toContain('comments of the table');
    expect(await accessibilityProblems(driver)).toEqual([]);
  }, 60_000);

  it('is looked at again when its table has new values, and workings stand on what it has now', async () => {
    const later = [...COLUMNS, { name: 'shed', is: 'text' as const }];
    await postgresTable(engines!, 'growing', later);
    await clickhouseTable(engines!, 'growing', later);
    const shed = (row: (typeof ROWS)[number], k: number) => ({ ...row, shed: k % 2 === 0 ? 'yes' : null });
    await fillTables(engines!, 'growing', later, ROWS.slice(0, 200).map(shed));
    for (const [k, link] of links.entries()) {
      const { study, idOf } = await linked(link, `Growing in ${link.engine}`, 'growing');
      const site = `West of ${link.engine}`;
      await made('POST', `/studies/${study}/workings`, crops(idOf));
      const few = { recipe: { kind: 'flags', source: idOf.get('site'), codes: ['North'], yes: 'North', no: 'Not' } };
      await made('POST', `/studies/${study}/workings`, { name: 'north', label: 'In the north', ...few });
      const table = () => send('POST', `/studies/${study}/table`, { sentence: 'crops by site' });
      const before = await table();
      expect(before.status).toBe(200);
      await fillTables(engines!, 'growing', later, [
        { ...ROWS[0]!, site, shed: 'maybe' },
        { ...ROWS[1]!, site, shed: 'yes' },
      ]);
      expect(await table()).toMatchObject({
        status: 409,
        body: { detail: expect.stringContaining('came after it was linked') as string },
      });
      const { id } = await made<{ id: string }>('POST', `/studies/${study}/link`);
      const compared = await made<{ respondents: unknown; columns: { name: string; newCodes: unknown[] }[] }>(
        'GET',
        `/intakes/${id}/compare/${study}`,
      );
      expect(compared.columns.find(({ name }) => name === 'site')!.newCodes).toEqual([{ code: site, respondents: 2 }]);
      expect((await send('POST', `/intakes/${id}/join/${study}`, { as: 'wave' })).status).toBe(422);
      await made('POST', `/intakes/${id}/join/${study}`, { as: 'refresh' });
      const after = await made<{ figures: { columns: unknown[] }; base: number }>('POST', `/studies/${study}/table`, {
        sentence: 'crops by site',
      });
      expect(JSON.stringify(after)).toContain(site);
      const north = await made<{ base: number }>('POST', `/studies/${study}/table`, { sentence: 'north' });
      // Everybody whose site is known: three of four, and those who came; they come into both databases each time.
      expect(north.base).toBe(150 + 2 * (k + 1));
      const entries = await made<{ words: string }[]>('GET', `/studies/${study}/ledger`);
      expect(entries.map(({ words }) => words).join('; ')).toContain('Looked at growing again');
    }
  }, 120_000);

  it('says on its page where its respondents stay, and takes another account there', async () => {
    const [link] = links;
    const { study } = await linked(link!, 'On the page');
    await driver.get(`${server.address}/studies/${study}/codebook?view=respondents`);
    const at = (path: string) => driver.wait(until.elementLocated(By.xpath(path)), 10_000);
    const text = await (await at("//h1[contains(., 'stay in their database')]/..")).getText();
    expect(text).toContain('public.gardeners');
    expect(text).toContain('Single respondents are not shown');
    expect(text).not.toContain(link!.account.password);
    expect(await accessibilityProblems(driver)).toEqual([]);
    const type = async (label: string, typed: string) => {
      const input = await at(`//label[contains(., '${label}')]//input`);
      await input.clear();
      await input.sendKeys(typed);
    };
    await type('User', link!.account.user);
    await type('Password', 'wrong');
    await (await at("//button[contains(., 'Use this account')]")).click();
    await at("//*[contains(., 'does not take this account')]");
    await type('Password', link!.account.password);
    await (await at("//button[contains(., 'Use this account')]")).click();
    await at(`//p[@role='status'][contains(., 'read as ${link!.account.user} from now on')]`);
    await (await at("//button[contains(., 'Look at the table again')]")).click();
    await at("//*[contains(., 'Nothing differs')]");
    expect(await accessibilityProblems(driver)).toEqual([]);
    await (await at("//button[contains(., 'Take in what is there now')]")).click();
    await at("//a[contains(., 'Tables')]");
    await driver.wait(until.urlContains(`/studies/${study}/codebook`), 10_000);
  }, 60_000);
});
