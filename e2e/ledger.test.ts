import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { LedgerEntry, StudyView } from '../src/api/types.js';
import { fill, find, named, says } from './browser.js';
import { call, startServer } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const { open, sound } = session;
const study = async () => (await call<StudyView>(session.server, 'GET', DEMO)).body;
const ledger = async () => (await call<LedgerEntry[]>(session.server, 'GET', `${DEMO}/ledger`)).body;
const names = async () => (await study()).variables.map(({ name }) => name);
const bar = 'header [role=group][aria-label=Ledger]';
const onPage = (key: string) => session.driver.executeScript('document.activeElement.blur()').then(() => session.driver.actions().keyDown(Key.CONTROL).sendKeys(key).keyUp(Key.CONTROL).perform()); // prettier-ignore

describe('the ledger', () => {
  it('tells the intake, what was gathered, and every change, in words', async () => {
    await open(`${DEMO}/ledger`);
    await says(session.driver, 'ol', 'Took in fernhill.csv: 2,412 respondents, 40 columns');
    await says(session.driver, 'ol', 'Made Satisfaction in three (regroups Satisfaction with the site)');
    await says(session.driver, 'ol', 'the study stands here');
    await sound();
  });

  it('takes a working back from any screen, by button and by key', async () => {
    await open(`${DEMO}/workings?make=flags&of=renew`);
    await says(session.driver, '[data-testid=proof]', 'Holds.');
    await (await find(session.driver, 'main label input[type=checkbox]')).click();
    const count = (await names()).length;
    await (await named(session.driver, 'Keep the flags')).click();
    await says(session.driver, 'ul[aria-label=Workings]', 'Will renew');
    expect(await names()).toHaveLength(count + 1);
    await says(session.driver, bar, `Ledger ${(await ledger()).length}`);
    await (await find(session.driver, `${bar} button:first-of-type`)).click();
    await says(session.driver, '[role=status]', 'Undone: Made Will renew (flags Will renew)');
    expect(await names()).toHaveLength(count);
    await onPage('y');
    await says(session.driver, '[role=status]', 'Done again: Made Will renew');
    await says(session.driver, 'ul[aria-label=Workings]', 'Will renew');
    await onPage('z');
    await says(session.driver, '[role=status]', 'Undone: Made Will renew');
    expect(await names()).toHaveLength(count);
  });

  it('goes back to an entry, and forth again, over a restart', async () => {
    const before = (await ledger()).filter(({ undone }) => !undone).length;
    await call(session.server, 'PATCH', `${DEMO}/codebook`, { edits: [{ variable: 2, label: 'Allotment site' }] });
    await call(session.server, 'PATCH', `${DEMO}/codebook`, { edits: [{ variable: 3, label: 'Season' }] });
    await open(`${DEMO}/ledger`);
    const all = await ledger();
    expect(all).toHaveLength(before + 2);
    const crops = all.findIndex(({ words }) => words.startsWith('Made Crops grown'));
    const rows = await session.driver.findElements({ css: 'ol[aria-label^=Entries] > li button' });
    expect(rows.length).toBeGreaterThan(3);
    // The newest stands first, and the first of all is the intake.
    await rows.at(-(crops + 1))!.click();
    await says(session.driver, 'main', 'The study stands as it was after Made Crops grown');
    expect(await names()).not.toContain('satisfaction_3');
    expect((await study()).tables).toEqual([]);
    await sound();
    await session.server.stop();
    session.server = await startServer(session.store, 'demo');
    await open(`${DEMO}/ledger`);
    await (await named(session.driver, 'Do all again')).click();
    await says(session.driver, '[role=status]', 'As it was after: Label of season');
    expect(await names()).toContain('satisfaction_3');
    expect((await study()).variables.find(({ id }) => id === 2)?.label).toBe('Allotment site');
    await fill(session.driver, 'main input[type=search]', 'crops');
    await says(session.driver, 'ol', 'Made Crops grown');
    expect(await session.driver.findElements({ css: 'ol[aria-label^=Entries] > li' })).toHaveLength(1);
  });
});
