import { By, Key, until } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { LedgerEntry, StudyView } from '../src/api/types.js';
import { consoleErrors, fill, find, named, says } from './browser.js';
import { call, startServer } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const { open, sound } = session;
const study = async () => (await call<StudyView>(session.server, 'GET', DEMO)).body;
const ledger = async () => (await call<LedgerEntry[]>(session.server, 'GET', `${DEMO}/ledger`)).body;
const names = async () => (await study()).variables.map(({ name }) => name);
const bar = 'header [role=group][aria-label=Ledger]';
const onPage = (key: string) =>
  session.driver
    .executeScript('document.activeElement.blur()')
    .then(() => session.driver.actions().keyDown(Key.CONTROL).sendKeys(key).keyUp(Key.CONTROL).perform());

/** A button in the entry that begins with some words. */
const inEntry = (words: string, button: string) => {
  const path =
    `//ol/li[.//button[@aria-expanded][starts-with(normalize-space(.), '${words}')]]//*[self::button or ` +
    `self::a][starts-with(normalize-space(.), '${button}')]`;
  return session.driver.wait(until.elementLocated(By.xpath(path)), 15_000, `no ${button} in ${words}`);
};

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
    expect(await ledger()).toHaveLength(before + 2);
    await (await inEntry('Made Crops grown', 'Go back to here')).click();
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

  it('has an entry changed in its middle, left out, and taken in again, and says what no longer fits', async () => {
    await open(`${DEMO}/ledger`);
    await (await inEntry('Label of site', 'Label of site')).click();
    await (await inEntry('Label of site', 'Change…')).click();
    await fill(session.driver, 'ol form input', 'Plot site');
    await (await named(session.driver, 'Change and replay')).click();
    await says(
      session.driver,
      '[aria-label=Replayed]',
      'is changed; the entry after it was replayed. All of it still fits.',
    );
    expect((await study()).variables.find(({ id }) => id === 2)?.label).toBe('Plot site');
    await sound();
    await (await inEntry('Made Satisfaction in three', 'Made Satisfaction in three')).click();
    await (await inEntry('Made Satisfaction in three', 'Leave this entry out')).click();
    await says(session.driver, '[aria-label=Replayed]', 'is left out; the 6 entries after it were replayed.');
    expect(await names()).not.toContain('satisfaction_3');
    await (await inEntry('Made Satisfaction in three', 'Take this entry in again')).click();
    await says(session.driver, '[aria-label=Replayed]', 'is in again');
    expect(await names()).toContain('satisfaction_3');
    // Its recipe is changed in the editor of workings, as that entry made it.
    await (await inEntry('Made Satisfaction in three', 'Change…')).click();
    await says(session.driver, 'main', 'what follows it in the ledger is replayed');
    await (await named(session.driver, 'two halves')).click();
    await says(session.driver, '[data-testid=proof]', 'Holds.');
    await sound();
    await (await named(session.driver, 'Keep the change')).click();
    await says(session.driver, 'dl', '1, 2 and 3 to');
    const made = (await study()).variables.find(({ name }) => name === 'satisfaction_3');
    expect(made?.codes.filter(({ missing }) => missing === null)).toHaveLength(2);
  });
});

describe('a reload', () => {
  it('does not lose what is typed in a cell of the codebook', async () => {
    await open(`${DEMO}/codebook?variable=site`);
    await find(session.driver, '[role=grid] [data-row]');
    await session.driver.actions().sendKeys('Half a lab').perform();
    await find(session.driver, '[role=grid] input[value="Half a lab"]');
    await session.driver.navigate().refresh();
    await find(session.driver, '[role=grid] input[value="Half a lab"]');
    await session.driver.actions().sendKeys(Key.ESCAPE).perform();
    await session.driver.navigate().refresh();
    await find(session.driver, '[role=grid] [data-row]');
    expect(await session.driver.findElements(By.css('[role=grid] input'))).toEqual([]);
  });
});

describe('two tabs', () => {
  const label = (text: string) =>
    call(session.server, 'PATCH', `${DEMO}/codebook`, { edits: [{ variable: 4, label: text }] });
  /** The refusal is all that the console has to say. */
  const toldOnce = async () => expect(await consoleErrors(session.driver)).toEqual([expect.stringContaining('412')]);
  const age = async () => (await study()).variables.find(({ id }) => id === 4)?.label;

  it('do not overwrite each other in silence: the later one is told, and chooses', async () => {
    await label('Age');
    await open(`${DEMO}/codebook?variable=age`);
    await find(session.driver, '[role=grid] [data-row]');
    await find(session.driver, 'aside table');
    await label('Age, asked first');
    const field = await session.driver.findElement(By.xpath('//aside//label[span[.="Label"]]/input'));
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Age in years');
    await (await named(session.driver, 'Keep the change')).click();
    await says(session.driver, '[role=alert]', 'This was changed meanwhile');
    await toldOnce();
    await says(session.driver, '[role=alert]', 'Age, asked first');
    expect(await age()).toBe('Age, asked first');
    await (await named(session.driver, 'Put mine in its place')).click();
    await session.driver.wait(async () => (await age()) === 'Age in years', 10_000);
    await sound();
  });

  it('fetch what the other one changed', async () => {
    const first = await session.driver.getWindowHandle();
    await open(`${DEMO}/workings`);
    await says(session.driver, 'ul[aria-label=Workings]', 'Crops grown');
    await session.driver.switchTo().newWindow('tab');
    await open(`${DEMO}/workings?make=flags&of=season`);
    await says(session.driver, '[data-testid=proof]', 'Holds.');
    await (await named(session.driver, 'Keep the 2 variables')).click();
    await says(session.driver, 'ul[aria-label=Workings]', 'Season: Spring');
    await session.driver.close();
    await session.driver.switchTo().window(first);
    await says(session.driver, 'ul[aria-label=Workings]', 'Season: Spring');
  });

  it('tell an editor that the working was changed, and keep what was typed', async () => {
    const crops = (await study()).workings.find(({ recipe }) => recipe.kind === 'regroup')!;
    await open(`${DEMO}/workings?working=${crops.id}`);
    await says(session.driver, '[data-testid=proof]', 'Holds.');
    await fill(session.driver, 'input[aria-label^="Label of the"]', 'My own label');
    await call(session.server, 'PUT', `${DEMO}/workings/${crops.id}`, {
      name: '',
      label: 'Their label',
      recipe: crops.recipe,
    });
    await (await named(session.driver, 'Keep the change')).click();
    await says(session.driver, '[role=alert]', 'This was changed meanwhile');
    await toldOnce();
    await session.driver.navigate().refresh();
    await find(session.driver, 'input[value="My own label"]');
    await says(session.driver, '[aria-label="Changed meanwhile"]', 'This working was changed meanwhile');
    await sound();
    await (await named(session.driver, 'Go on with mine')).click();
    await (await named(session.driver, 'Keep the change')).click();
    await says(session.driver, 'ul[aria-label=Workings]', 'My own label');
  });

  it('let a working take the place of its source, and give it back', async () => {
    await open(`${DEMO}/workings?make=regroup&of=use_tap`);
    await says(session.driver, '[data-testid=proof]', 'Holds.');
    await (await named(session.driver, 'reverse')).click();
    await (await find(session.driver, '[aria-label="Its place"] [role=radio]:last-child')).click();
    await says(session.driver, '[aria-label="Its place"]', 'It takes the name use_tap');
    await sound();
    await (await named(session.driver, 'Keep the working')).click();
    await says(session.driver, 'ul[aria-label=Workings]', 'Uses the water tap, regrouped');
    const made = (await study()).variables.find(({ name }) => name === 'use_tap')!;
    expect(made.made).toBe('regroup');
    expect((await study()).variables.find(({ name }) => name === 'use_tap_source')?.aside).toBe(true);
    await open(`${DEMO}/workings?working=${made.workingId ?? 0}`);
    await (await find(session.driver, '[aria-label="Its place"] [role=radio]:first-child')).click();
    await (await named(session.driver, 'Keep the change')).click();
    await says(session.driver, 'ul[aria-label=Workings]', 'Uses the water tap, regrouped');
    expect((await study()).variables.find(({ name }) => name === 'use_tap')?.made).toBeNull();
  });
});
