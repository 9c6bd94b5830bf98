import { By } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { StudyView, WorkingPreview } from '../src/api/types.js';
import type { Recipe } from '../src/core/recode/recipe-shape.js';
import { fill, find, named, says } from './browser.js';
import { call } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const { open, sound } = session;
const study = async () => (await call<StudyView>(session.server, 'GET', DEMO)).body;
const variable = async (name: string) => {
  const match = (await study()).variables.find((candidate) => candidate.name === name);
  if (!match) throw new Error(`no ${name}`);
  return match;
};
const proof = (text: string) => says(session.driver, '[data-testid=proof]', text);
const click = async (text: string) => (await named(session.driver, text)).click();
const make = (kind: string, ...of: string[]) =>
  open(`${DEMO}/workings?make=${kind}${of.map((name) => `&of=${name}`).join('')}`);
const called = (label: string) => fill(session.driver, 'input[aria-label^="Label of the"]', label);
const kept = (label: string) => says(session.driver, 'ul[aria-label=Workings]', label);
const preview = (recipe: Recipe) => call<WorkingPreview>(session.server, 'POST', `${DEMO}/workings/preview`, recipe);
const chart = 'svg[aria-label^=Histogram]';
/** Presses a key on an edge of the histogram. */
const onEdge = async (label: string, ...keys: string[]) => {
  const edge = await find(session.driver, `${chart} [role=slider][aria-label="${label}"]`);
  await session.driver.executeScript('arguments[0].focus()', edge);
  for (const key of keys) await session.driver.actions().sendKeys(key).perform();
};

describe('a band', () => {
  it('is cut on the histogram by a click, and its edge is moved by key', async () => {
    await make('band', 'age');
    await says(session.driver, 'main', 'answers from 16 to 92');
    const ground = await find(session.driver, `${chart} rect`);
    // A third of the way along.
    const { width } = await ground.getRect();
    await session.driver
      .actions()
      .move({ origin: ground, x: Math.round(-width / 6), y: 30 })
      .click()
      .perform();
    await find(session.driver, `${chart} [role=slider]`);
    await proof('Holds.');
    const edge = await find(session.driver, `${chart} [role=slider]`);
    const before = Number(await edge.getAttribute('aria-valuenow'));
    expect(before).toBeGreaterThan(36);
    expect(before).toBeLessThan(48);
    await onEdge(`Edge between Up to ${before - 1} and ${before} and over`, '\uE014');
    await find(session.driver, `${chart} [role=slider][aria-valuenow="${before + 1}"]`);
    await find(session.driver, `input[value="Up to ${before}"]`);
    await sound();
  });

  it('asks whether a missing code that it reaches over is an answer', async () => {
    await click('equal share');
    await says(session.driver, '[role=group][aria-label="Missing code 999"]', 'reaches over 999 Refused (32)');
    await proof('it stays without an answer');
    await (await find(session.driver, '[aria-label="What becomes of 999"] button:last-child')).click();
    await proof('put in on purpose');
    await (await find(session.driver, '[aria-label="What becomes of 999"] button:first-child')).click();
    await proof('it stays without an answer');
  });

  it('shows a gap and an overlap where they are', async () => {
    await click('equal width');
    await find(session.driver, 'input[aria-label="Up to 34 to"]');
    await fill(session.driver, 'input[aria-label="Up to 34 to"]', '30');
    await says(session.driver, chart, 'in no band');
    await proof('In no band: 31 to 34');
    await fill(session.driver, 'input[aria-label="Up to 30 to"]', '40');
    await says(session.driver, chart, 'in two bands');
    await proof('both have 35 to 40');
    await fill(session.driver, 'input[aria-label="Up to 40 to"]', '34');
    await proof('Holds.');
    await fill(session.driver, 'input[aria-label="Up to 34 to"]', 'x');
    expect(await (await find(session.driver, 'input[aria-label="Up to 34 to"]')).getAttribute('aria-invalid')).toBe(
      'true',
    );
  });

  it('refuses a label used twice in words, and what was typed is there after a reload', async () => {
    await fill(session.driver, 'input[aria-label="Label of band 2"]', 'Up to 34');
    await says(session.driver, 'aside', 'Bands 1 and 2 are both called "Up to 34".');
    await fill(session.driver, 'input[aria-label="Label of band 2"]', 'Middle');
    await called('Age in four');
    await session.driver.navigate().refresh();
    await find(session.driver, 'input[value="Middle"]');
    await proof('Holds.');
    await sound();
    await click('Keep the working');
    await kept('Age in four');
    expect((await variable('age_in_four')).codes.map(({ label }) => label)).toEqual([
      'Up to 34',
      'Middle',
      '55 to 73',
      '74 and over',
      'Refused',
    ]);
  });

  it('is refused on text, naming what to do', async () => {
    const { id } = await variable('comment');
    const refused = await preview({
      kind: 'band',
      source: id,
      ends: 'both',
      taken: [],
      bands: [{ is: 'range', code: '1', label: 'All', from: null, to: null }],
    });
    expect(refused.status).toBe(422);
    expect(refused.body).toMatchObject({
      detail: 'Comment is text, which has no numbers.',
      mend: expect.stringContaining('Convert it') as string,
    });
  });
});

describe('a score', () => {
  it('shows which items run the wrong way, and turns them round', async () => {
    await make('score');
    await fill(session.driver, 'main input[type=search]:not(#roster-search)', 'agree');
    await click('Choose all 6 found');
    await proof('Feels a stranger (reversed) runs against the other items');
    await says(session.driver, '[aria-label=Reliability]', 'Cronbach’s alpha −0.38');
    for (const item of ['Feels a stranger (reversed)', 'Would not miss it (reversed)']) {
      await (await find(session.driver, `input[aria-label="${item} is reversed"]`)).click();
    }
    await proof('Every item goes the way of the others.');
    await says(session.driver, '[aria-label=Reliability]', 'Cronbach’s alpha 0.');
    await called('Belonging');
    await sound();
    await click('Keep the score');
    await kept('Mean of');
  });

  it('computes an expression, and offers the nearest names for one that is none', async () => {
    await make('score');
    await click('expression');
    await fill(session.driver, 'textarea[aria-label=Expression]', 'agee / (years - 3)');
    await says(session.driver, 'main', 'There is no variable agee.');
    await click('age');
    await proof('would be divided by 0');
    await fill(session.driver, 'textarea[aria-label=Expression]', 'age / ');
    await says(session.driver, 'main', 'The expression ends at character 7, where a number or a name is expected.');
    await fill(session.driver, 'textarea[aria-label=Expression]', 'if(years > 0, age / years, age)');
    await proof('Holds.');
    await sound();
  });
});

describe('combine, interlock, flags and categories', () => {
  it('combine two questions, and work “none of these” out again', async () => {
    await make('combine', 'water_main', 'water_other_1');
    await proof('worked out from the result');
    expect(await (await find(session.driver, 'select[aria-label="6 is"]')).getAttribute('value')).toBe('none');
    await called('Any watering method');
    await sound();
    await click('Keep the working');
    await kept('Any watering method');
    const made = await variable('any_watering_method');
    expect(made).toMatchObject({ level: 'multiple', holds: true });
    expect(made.codes).toHaveLength(5);
  });

  it('interlock groups within groups', async () => {
    await make('interlock', 'season', 'satisfaction_3');
    await proof('Holds.');
    await says(session.driver, 'main', 'Spring · Satisfied');
    await sound();
    await click('Keep the working');
    await kept('Satisfaction in three within Season of interview');
  });

  it('flag every category of a variable at once, named by a pattern', async () => {
    await make('flags', 'site');
    await says(session.driver, '[aria-label="Names of the results"]', 'every proof holds');
    await says(session.driver, '[aria-label="Names of the results"]', 'Site: Weir End');
    await sound();
    await click('Keep the 6 variables');
    await kept('Site: Weir End');
    const flags = (await study()).variables.filter(({ made }) => made === 'flags');
    expect(flags.map(({ name }) => name)).toEqual([
      'site_Mill_Row',
      'site_Orchard_Bank',
      'site_Quarry_Side',
      'site_Station_Field',
      'site_Upper_Ley',
      'site_Weir_End',
    ]);
  });

  it('make categories of a text', async () => {
    await make('categories', 'comment');
    await proof('398 different values in 393 categories');
    await (await find(session.driver, 'select[aria-label="Happy as it is. is"] option[value=other]')).click();
    await proof('“Happy as it is.” (2)');
    await sound();
  });
});

describe('a recipe for many variables', () => {
  it('is compared code by code, and kept for all of them', async () => {
    await make('regroup', 'use_tap');
    await proof('Holds.');
    await click('two halves');
    await click('apply to more…');
    await says(session.driver, '[aria-label="Apply to more"]', '“Weekly” is “Strongly disagree” there');
    await click('All 4 with the same codes');
    await says(session.driver, '[aria-label="Names of the results"]', 'every proof holds');
    await fill(session.driver, '[aria-label="Names of the results"] input', '{label}, in two');
    await says(session.driver, '[aria-label="Names of the results"]', 'Uses the meeting hut, in two');
    await sound();
    await click('Keep the 5 variables');
    await kept('Uses the meeting hut, in two');
    expect((await study()).variables.filter(({ name }) => /^use_\w+_2$/.test(name))).toHaveLength(5);
  });

  it('is kept for all or for none', async () => {
    const { id } = await variable('site');
    const draft = (name: string) => ({
      name,
      label: name,
      recipe: { kind: 'flags' as const, source: id, codes: ['1'], yes: 'Yes', no: 'No' },
    });
    const before = (await study()).variables.length;
    const refused = await call<{ detail: string }>(session.server, 'POST', `${DEMO}/workings/batch`, {
      drafts: [draft('one_of_two'), draft('age')],
    });
    expect(refused.status).toBe(409);
    expect((await study()).variables).toHaveLength(before);
  });
});

describe('the list of workings', () => {
  it('is found by kind and source, and says which do the same', async () => {
    const { id } = await variable('site');
    const recipe: Recipe = { kind: 'flags', source: id, codes: ['1'], yes: 'Ja', no: 'Nein' };
    await call(session.server, 'POST', `${DEMO}/workings`, { name: 'twin', label: 'Twin of Mill Row', recipe });
    await open(`${DEMO}/workings`);
    await says(session.driver, 'ul[aria-label=Workings]', 'Does the same as Site: Mill Row');
    await fill(session.driver, 'main input[type=search]:not(#roster-search)', 'band age');
    const rows = () => session.driver.findElements(By.css('ul[aria-label=Workings] > li'));
    expect(await Promise.all((await rows()).map((row) => row.getText()))).toEqual([
      expect.stringContaining('Age in four') as string,
    ]);
    await fill(session.driver, 'main input[type=search]:not(#roster-search)', ' ');
    await (await find(session.driver, 'main select option[value=same]')).click();
    expect(await rows()).toHaveLength(2);
  });

  it('shows who is made from what, and what stands on a working before it changes', async () => {
    await says(
      session.driver,
      '[aria-label="Who is made from what"]',
      'Satisfaction in three within Season of interview',
    );
    await sound();
    const made = await variable('satisfaction_3');
    await open(`${DEMO}/workings?working=${made.workingId ?? 0}`);
    await says(session.driver, '[aria-label="Used by"]', 'Satisfaction in three within Season of interview');
    await click('Copy…');
    await proof('Holds.');
    await find(session.driver, 'input[value="Satisfaction in three, copied"]');
    await sound();
  });

  it('refuses a circle, spelled out', async () => {
    const inner = await variable('satisfaction_3');
    const outer = (await study()).variables.find(({ made }) => made === 'interlock')!;
    const recipe: Recipe = { kind: 'flags', source: outer.id, codes: ['1.1'], yes: 'Yes', no: 'No' };
    const refused = await call<{ detail: string }>(session.server, 'PUT', `${DEMO}/workings/${inner.workingId ?? 0}`, {
      name: '',
      label: 'x',
      recipe,
    });
    expect(refused.status).toBe(409);
    expect(refused.body.detail).toContain(
      'Satisfaction in three from Satisfaction in three within Season of interview from Satisfaction in three',
    );
  });

  it('says that a working is gone', async () => {
    await open(`${DEMO}/workings?working=99999`);
    await says(session.driver, 'main', 'The study has no working 99999.');
    await sound();
  });
});
