import { By, Key, until, type WebDriver } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { accessibilityProblems, consoleErrors, startBrowser } from './browser.js';
import { DEMO_STUDY } from './siege/attacked.js';
import { temporaryStore } from './server.js';
import { firstOne, invited, mailOf, PASSWORD, type Person, startTeamServer, type TeamServer } from './team.js';

const home = temporaryStore();
let server: TeamServer;
let ada: Person;
let ben: Person;
let driver: WebDriver;
const layer = () => `${DEMO_STUDY}~${ben.id}`;

beforeAll(async () => {
  server = await startTeamServer(home.store);
  ada = await firstOne(server);
  ben = await invited(server, ada, 'Ben Reed', 'tabulates');
  driver = await startBrowser();
});

afterAll(async () => {
  await driver.quit();
  await server.stop();
  home.remove();
});

const open = (path: string) => driver.get(server.address + path);
const at = async (xpath: string) => driver.wait(until.elementLocated(By.xpath(xpath)), 15_000);
const press = async (xpath: string) => (await at(xpath)).click();
const type = async (label: string, text: string) => (await at(`//label[.='${label}']/../input`)).sendKeys(text);

async function sound(): Promise<void> {
  expect(await accessibilityProblems(driver)).toEqual([]);
  expect(await consoleErrors(driver)).toEqual([]);
}

async function signIn(name: string): Promise<void> {
  await driver.manage().deleteAllCookies();
  await open('/sign-in');
  await type('E-mail address', mailOf(name));
  await type('Password', PASSWORD);
  await press("//button[.='Sign in']");
  await at("//h2[contains(.,'Fernhill')]");
}

describe('a server of several people, in a browser', () => {
  it('has somebody sign in, and come to the page that they asked for', async () => {
    await open(`/studies/${DEMO_STUDY}/codebook`);
    await at("//h1[.='Sign in']");
    await sound();
    await type('E-mail address', mailOf('Ben Reed'));
    await type('Password', 'not this one');
    await press("//button[.='Sign in']");
    expect(await (await at("//*[@role='alert']")).getText()).toContain('no name and password of this server');
    await type('Password', Key.chord(Key.CONTROL, 'a') + PASSWORD);
    await press("//button[.='Sign in']");
    await at("//a[normalize-space()='Ben Reed']");
    expect(await driver.getCurrentUrl()).toContain(`/studies/${DEMO_STUDY}/codebook`);
    // The browser says of the wrong password that it was refused, and of nothing else.
    expect(await consoleErrors(driver)).toEqual([expect.stringContaining('/api/v1/sign-in')]);
  });

  it('leads from the common layer into one’s own, where what is made is listed, shown and offered', async () => {
    const { body } = await ben.call<{ variables: { id: number; name: string }[] }>('GET', `/studies/${layer()}`);
    const source = body.variables.find(({ name }) => name === 'satisfaction')?.id;
    const groups = [
      { code: '1', label: 'Satisfied', from: ['1', '2'] },
      { code: '2', label: 'Not', from: ['3', '4', '5'] },
    ];
    const recipe = { kind: 'regroup', source, level: 'ordered', groups, setAside: [] };
    const made = await ben.call('POST', `/studies/${layer()}/workings`, { name: 'sat2', label: 'In two', recipe });
    expect(made.status).toBe(201);
    await open(`/studies/${DEMO_STUDY}/tables`);
    await press("//nav[@aria-label='People']//a[normalize-space()='Mine']");
    await at("//button[contains(.,'In two')]//span[contains(.,'mine')]");
    await press("//nav[@aria-label='People']//a[normalize-space()='Layer']");
    await at("//h1[.='My own layer']");
    await press("//option[.='everybody here']");
    await at("//button[contains(.,'shown to everybody')]");
    await press("//form[@aria-label='Offer to the common layer']//input[@type='checkbox']");
    await press("//button[.='Offer this entry']");
    await at("//p[contains(.,'waits')]");
    await sound();
  });

  it('shows who edits what would change, takes it over, and tells others at once', async () => {
    await signIn('Ada Moss');
    await open(`/studies/${DEMO_STUDY}/layer`);
    await press("//button[.='What would change']");
    await at("//p[.='New for all: In two.']");
    await at("//summary[contains(.,'its proof holds')]");
    await sound();
    await press("//button[.='Take it over']");
    await at("//p[contains(.,'taken over by Ada Moss')]");
    await open(`/studies/${DEMO_STUDY}/tables`);
    await at("//button[contains(.,'In two')]");
    // Somebody else changes the study: this page says so, and shows it.
    const cy = await invited(server, ada, 'Cy Fern', 'edits');
    const { body } = await cy.call<{ variables: { id: number; name: string }[] }>('GET', `/studies/${DEMO_STUDY}`);
    const site = body.variables.find(({ name }) => name === 'site')?.id ?? 0;
    await cy.call('PATCH', `/studies/${DEMO_STUDY}/variables/${site}`, { label: 'Which site' });
    await at("//*[@role='status'][contains(.,'Cy Fern:')]");
    await at("//section[@aria-label='Roster']//button[contains(.,'Which site')]");
  });

  it('has a page for who works in a study, one for all people, and one for oneself', async () => {
    await open(`/studies/${DEMO_STUDY}/people`);
    await at("//table[@aria-label='What was done']//td[.='Decide offer']");
    await sound();
    await open('/people');
    await at("//table[@aria-label='People']//th[.='Ben Reed']");
    await sound();
    await open('/account');
    await at("//h3[contains(.,'(this one)')]");
    await sound();
    await press("//button[.='Sign out here']");
    await at("//h1[.='Sign in']");
    await open('/people');
    await at("//h1[.='Sign in']");
  });
});
