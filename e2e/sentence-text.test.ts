import { By, Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems, find, named, press, says, type } from './browser.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const TABLES = `${DEMO}/tables`;
const FIELD = 'textarea[aria-label="The sentence as text"]';

describe('the sentence as a text', () => {
  it('opens as it stands, and asks for what is typed in its place', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=site&cells.1=row-percent`);
    await says(session.driver, 'h1', 'by Site');
    await press(session.driver, 't');
    const field = await find(session.driver, FIELD);
    expect(await field.getAttribute('value')).toBe('Satisfaction with the site by Site');
    expect(await accessibilityProblems(session.driver)).toEqual([]);
    // All of it is selected: what is typed, or pasted, takes its place.
    await type(session.driver, 'satisfaction and age by season split by shares, only where Age 60 and over', Key.ENTER);
    await says(session.driver, 'h1', 'split by');
    await says(session.driver, 'h1', 'Age 60 and over');
    await says(session.driver, 'tbody', 'Mean');
    await says(session.driver, '[data-testid=base]', 'not 60 and over');
    const address = await session.driver.getCurrentUrl();
    expect(address).toContain('by=season');
    await session.driver.navigate().back();
    await says(session.driver, 'h1', 'by Site');
    await session.sound();
  });

  it('says what of it is not of the study, and keeps what was typed', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=site`);
    await says(session.driver, 'h1', 'by Site');
    await (await named(session.driver, 'as text')).click();
    await type(session.driver, 'Satisfaction by Weather', Key.ENTER);
    await says(session.driver, 'form [role=alert]', 'Weather');
    const field = await find(session.driver, FIELD);
    expect(await field.getAttribute('value')).toBe('Satisfaction by Weather');
    expect(await field.getAttribute('aria-invalid')).toBe('true');
    expect(await accessibilityProblems(session.driver)).toEqual([]);
    await type(session.driver, Key.ESCAPE);
    await says(session.driver, 'h1', 'by Site');
    expect(await session.driver.findElements(By.css(FIELD))).toHaveLength(0);
  });

  it('begins a table too', async () => {
    await session.open(TABLES);
    await (await named(session.driver, 'as text')).click();
    await type(session.driver, 'Crops grown by Site', Key.ENTER);
    await says(session.driver, 'tbody', 'Potatoes');
    await session.sound();
  });
});
