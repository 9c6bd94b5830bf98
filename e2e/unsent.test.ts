import { once } from 'node:events';
import { writeFileSync } from 'node:fs';
import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { StudyView } from '../src/api/types.js';
import { accessibilityProblems, find, named, says } from './browser.js';
import { cell } from './grid.js';
import { call, startServer } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const TRAY = '[aria-label="Changes that are not sent"]';

const variable = async (name: string) =>
  (await call<StudyView>(session.server, 'GET', DEMO)).body.variables.find((candidate) => candidate.name === name);

/** Ends the server without a word, as a power cut does. */
async function kill(): Promise<void> {
  session.server.process.kill('SIGKILL');
  await once(session.server.process, 'exit');
}

async function startAgain(): Promise<void> {
  const port = Number(new URL(session.server.address).port);
  session.server = await startServer(session.store, 'serve', port);
}

/** Types a text into a cell of the codebook's grid. */
async function typeInto(name: string, column: string, text: string): Promise<void> {
  await (await find(session.driver, cell(name, column))).click();
  await session.driver.actions().sendKeys(text, Key.ENTER).perform();
}

const shot = async (name: string) => {
  const folder = process.env['UNSENT_SHOTS'];
  if (folder) writeFileSync(`${folder}/${name}.png`, await session.driver.takeScreenshot(), 'base64');
};

/** Opens the codebook, and types into a cell of the first variable once the server is gone. */
async function typeWithoutServer(column: string, text: string): Promise<void> {
  await session.open(`${DEMO}/codebook`);
  await says(session.driver, '[data-row="id"]', 'Plot holder number');
  await kill();
  await typeInto('id', column, text);
  await says(session.driver, TRAY, '1 change is not sent.');
}

const trayIsGone = () =>
  session.driver.wait(async () => (await session.driver.findElements({ css: TRAY })).length === 0, 15_000);

describe('what is typed while the server is gone', () => {
  it('stays in its cell and is sent when the server is there again', async () => {
    await session.open(`${DEMO}/codebook`);
    await says(session.driver, '[data-row="site"]', 'Site');
    await kill();
    await typeInto('site', 'label', 'Site, typed alone');
    await says(session.driver, TRAY, '1 change is not sent.');
    await typeInto('site', 'note', 'And a note');
    await says(session.driver, TRAY, '2 changes are not sent.');
    await says(session.driver, '[data-row="site"]', 'Site, typed alone');
    await (await named(session.driver, 'Show them')).click();
    await says(session.driver, TRAY, '“Site, typed alone”');
    await shot('tray');
    expect(await accessibilityProblems(session.driver)).toEqual([]);
    await startAgain();
    await trayIsGone();
    expect(await variable('site')).toMatchObject({ label: 'Site, typed alone', note: 'And a note' });
    await says(session.driver, '[data-row="site"]', 'Site, typed alone');
  });

  it('outlives the page and the browser’s restart of it', async () => {
    await typeWithoutServer('note', 'From the list');
    await session.driver.get('about:blank');
    await startAgain();
    await session.open('/studies');
    await expect.poll(async () => (await variable('id'))?.note, { timeout: 15_000 }).toBe('From the list');
    await trayIsGone();
  });

  it('is decided on where the server does not take it as it is', async () => {
    await typeWithoutServer('group', 'Mine');
    // Meanwhile somebody else changes the same cell.
    await session.driver.executeScript('window.stop()');
    await session.driver.get('about:blank');
    await startAgain();
    const { id = 0 } = (await variable('id')) ?? {};
    await call(session.server, 'PATCH', `${DEMO}/codebook`, { edits: [{ variable: id, group: 'Theirs' }] });
    await session.open(`${DEMO}/codebook`);
    await says(session.driver, TRAY, 'decide what becomes of it');
    await shot('refused');
    expect((await variable('id'))?.group).toBe('Theirs');
    await (await find(session.driver, `${TRAY} li button[aria-label^="Discard"]`)).click();
    await trayIsGone();
    await says(session.driver, '[data-row="id"]', 'Theirs');
  });
});
