import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { WebDriver } from 'selenium-webdriver';
import { find, named, press, startBrowser } from './browser.js';
import { ROOT, type Server, send, startServer, temporaryStore } from './server.js';

const DEMO = '/studies/fernhill-allotments';

interface Shot {
  name: string;
  path: string | ((server: Server) => Promise<string>);
  /** What is on the screen when it is whole. */
  ready: string;
  dark?: boolean;
  before?: (driver: WebDriver) => Promise<void>;
}

const demoFile = () => readFileSync(join(ROOT, 'demo', 'fernhill.csv'), 'utf8');

/** The demo's first respondents once more, as if asked again: another site, a question gone, a new one. */
function secondWave(): string {
  const [heading = '', ...lines] = demoFile()
    .split('\n')
    .filter((line) => /^(id|\d+),/.test(line));
  const without = (line: string) => line.split(',').slice(0, 8).join(',');
  const rows = lines.slice(0, 700).map((line, k) => `${without(line).replace(/^(\d+),6,/, '$1,7,')},${(k % 2) + 1}`);
  return [`${without(heading)},wifi`, ...rows].join('\n');
}

async function sent(server: Server, csv: string): Promise<string> {
  return (await send<{ id: string; state: 'read' }>(server, 'fernhill.csv', csv)).body.id;
}

const USES = ['use_tap', 'use_store', 'use_compost', 'use_board', 'use_hut'];

/** The uses of facilities by their answers, who has none at the site off the scale. */
const BATTERY = new URLSearchParams([
  ...USES.map((name): [string, string] => ['rows', name]),
  ['battery', 'true'],
  ['codes', JSON.stringify(USES.map((variable) => ({ variable, code: '7', offScale: 'in-base' })))],
  ['sort', 'scale-mean'],
]).toString();

/** A variable of each kind in figures that suit it. */
const SUMMARY = new URLSearchParams([
  ...['age', 'years', 'satisfaction', 'shares', 'renew'].map((name): [string, string] => ['rows', name]),
  ['by', 'season'],
  ['summary', 'true'],
  ['figures', 'count,column-percent,mean,sd,median,quartiles'],
]).toString();

/** One picture of each main view, made from the demo data. */
const SHOTS: readonly Shot[] = [
  { name: 'tables', path: `${DEMO}/tables?rows=satisfaction&by=site`, ready: '[data-answer=say]' },
  {
    name: 'tables-numbers',
    path: `${DEMO}/tables?rows=age&rows=satisfaction&by=site&by=season&figures=column-percent:0,letters`,
    ready: '[data-answer=say]',
  },
  { name: 'tables-within', path: `${DEMO}/tables?rows=satisfaction&by=site&within=season`, ready: '[data-answer=say]' },
  {
    name: 'tables-summary',
    path: `${DEMO}/tables?${SUMMARY}`,
    ready: 'tr[data-is=category]',
  },
  { name: 'tables-battery', path: `${DEMO}/tables?${BATTERY}`, ready: '[data-answer=say]', dark: true },
  { name: 'sweep', path: `${DEMO}/sweep?by=site`, ready: '[aria-label=Sweep] a' },
  { name: 'frequency-multiple', path: `${DEMO}/tables?rows=crops`, ready: '[data-answer=say]' },
  {
    name: 'working',
    path: `${DEMO}/workings?make=regroup&of=satisfaction`,
    ready: '[data-testid=proof]',
    before: async (driver) => (await named(driver, 'two, middle, two')).click(),
  },
  { name: 'multiple-response', path: `${DEMO}/workings?working=1`, ready: '[data-testid=old-against-new]' },
  { name: 'codebook', path: `${DEMO}/codebook?variable=satisfaction`, ready: 'aside table' },
  {
    name: 'coding',
    path: `${DEMO}/coding?working=3`,
    ready: '[aria-label="The answer"]',
    before: async (driver) => {
      await press(driver, 'n');
    },
  },
  {
    name: 'respondents',
    path: `${DEMO}/codebook?view=respondents&variable=satisfaction&value=5`,
    ready: '[role=gridcell]',
  },
  {
    name: 'band',
    path: `${DEMO}/workings?make=band&of=age`,
    ready: 'main svg[aria-label^=Histogram]',
    before: async (driver) => {
      await (await named(driver, 'equal share')).click();
      await find(driver, '[data-testid=old-against-new]');
    },
  },
  {
    name: 'ledger',
    path: `${DEMO}/ledger`,
    ready: 'ol li button',
    before: async (driver) => {
      await (await find(driver, 'ol li:nth-child(5) button')).click();
      await find(driver, 'ol dl');
    },
  },
  {
    name: 'paper',
    path: '/paper',
    ready: 'main h1',
    before: async (driver) => {
      await (await named(driver, 'Show an example')).click();
      await (await named(driver, 'letters')).click();
    },
  },
  { name: 'studies', path: '/studies', ready: 'main h1' },
  { name: 'binder', path: `${DEMO}/binder`, ready: 'main h2' },
  {
    name: 'intake',
    path: async (server) => `/intake/${await sent(server, demoFile())}`,
    ready: '[role=table]',
    before: async (driver) => {
      await (await named(driver, 'Make it one question')).click();
      await driver.executeScript(
        'document.querySelector(`[aria-label="Multiple-response questions"]`).scrollIntoView()',
      );
    },
  },
  {
    name: 'intake-wave',
    path: async (server) => `/intake/${await sent(server, secondWave())}?into=fernhill-allotments`,
    ready: '[aria-label=Differences]',
  },
];

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * Makes the pictures.
 * @param folder where they go; docs/screenshots/ where nothing is said
 * @param scheme `dark`: all of them in dark
 */
export async function shoot(folder = join(ROOT, 'docs', 'screenshots'), scheme = 'light'): Promise<void> {
  const home = temporaryStore();
  const server = await startServer(home.store, 'demo');
  const browsers = { light: await startBrowser(), dark: await startBrowser({ dark: true }) };
  try {
    for (const { name, path, ready, dark, before } of SHOTS) {
      const driver = dark || scheme === 'dark' ? browsers.dark : browsers.light;
      await driver.get(server.address + (typeof path === 'string' ? path : await path(server)));
      await find(driver, ready);
      await before?.(driver);
      // Fonts and the first count may still be on their way.
      await driver.executeAsyncScript(
        'const done = arguments[arguments.length - 1]; void document.fonts.ready.then(() => done());',
      );
      await pause(400);
      writeFileSync(join(folder, `${name}.png`), Buffer.from(await driver.takeScreenshot(), 'base64'));
      process.stdout.write(`${name}.png\n`);
    }
  } finally {
    await Promise.all([browsers.light.quit(), browsers.dark.quit()]);
    await server.stop();
    home.remove();
  }
}
