import { By } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { Counts, Intake, KeptWorking, StudyView, WorkingPreview } from '../src/api/types.js';
import type { Recipe } from '../src/core/recode/recipe-shape.js';
import { fill, find, named, says } from './browser.js';
import { call, send } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const { open, sound } = session;
const main = (text: string) => says(session.driver, 'main', text);
const cells = async (css: string) =>
  Promise.all((await session.driver.findElements(By.css(css))).map((element) => element.getText()));

/** A study of a file of one's own: columns coded each in its own way, slots in order, a code for who was not asked. */
async function strange(): Promise<{ study: string; id: (name: string) => number; view: StudyView }> {
  const rows = [
    'id,beans,kale,herbs,none,first,second,third,site',
    '1,Yes,1,x,,2,1,,1',
    '2,yes,2,,,1,,,2',
    '3,TRUE,2,x,,3,2,1,1',
    '4,no,2,,1,,,,2',
    '5,no,2,,,8,,,1',
    '6,77,77,77,77,77,77,77,2',
    '7,,,,,,,,1',
    '8,Yes,1,,1,2,2,,2',
    '9,no,1,x,,1,3,,1',
    '10,no,2,,,7,1,,2',
    ...Array.from({ length: 30 }, (_, k) =>
      [
        11 + k,
        k % 2 ? 'yes' : 'no',
        1 + (k % 2),
        k % 3 ? 'x' : '',
        '',
        1 + (k % 3),
        1 + ((k + 1) % 3),
        '',
        1 + (k % 2),
      ].join(','),
    ),
  ];
  const intake = await send<Intake>(session.server, 'strange.csv', rows.join('\n'));
  const missing = ['beans', 'kale', 'herbs', 'none', 'first', 'second', 'third'].map((name) => ({
    name,
    level: 'unordered',
    missing: [{ code: '77', missing: 'not-asked' }],
  }));
  const accepted = await call<{ study: string }>(session.server, 'POST', `/intakes/${intake.body.id}/accept`, {
    name: `Strange ${Math.random()}`,
    columns: missing,
    questions: [],
  });
  expect(accepted.status, JSON.stringify(accepted.body)).toBe(201);
  const { study } = accepted.body;
  const { body: view } = await call<StudyView>(session.server, 'GET', `/studies/${study}`);
  return { study, view, id: (name) => view.variables.find((variable) => variable.name === name)?.id ?? 0 };
}

/** Respondents by slot of the first axis. */
const byCode = ({ axes, respondents }: Counts) =>
  Object.fromEntries(
    (axes[0]?.slots ?? []).map((slot, k) => [slot.is === 'code' ? slot.code : slot.is, respondents[k] ?? 0]),
  );

describe('a question with several answers', () => {
  it('is made of columns each coded in its own way; not asked, nothing ticked and blank are kept apart', async () => {
    const { study, id } = await strange();
    const item = (name: string, ticked: string, also?: string[]) => ({
      source: id(name),
      label: name,
      ticked,
      ...(also ? { also } : {}),
    });
    const gather = (settle: 'option' | 'exclusive' | 'aside'): Recipe => ({
      kind: 'gather',
      items: [item('beans', 'Yes', ['yes', 'TRUE']), item('kale', '1'), item('herbs', 'x')],
      none: item('none', '1'),
      settle,
    });
    const { body: kept } = await call<KeptWorking>(session.server, 'POST', `/studies/${study}/workings`, {
      name: 'grows',
      label: 'Grows',
      recipe: gather('option'),
    });
    const contradicted = kept.proof.findings.find(({ title }) => title === 'Contradicted')!;
    expect(contradicted.text).toContain('1 gave it together with another answer (id 8); there the other answers stand');
    const counts = (more: object = {}) =>
      call<Counts>(session.server, 'POST', `/studies/${study}/counts`, {
        rows: kept.variable,
        by: null,
        only: [],
        ...more,
      });
    const counted = byCode((await counts()).body);
    expect(counted).toMatchObject({ none: 1, 'not-asked': 1, blank: 1, 'no-answer': 0 });
    expect(Number(counted['mentioned']) + Number(counted['nothing'])).toBe(37);
    const { body: aside } = await call<WorkingPreview>(
      session.server,
      'POST',
      `/studies/${study}/workings/preview`,
      gather('aside'),
    );
    expect(aside.proof.findings.find(({ title }) => title === 'Contradicted')?.text).toContain(
      'left without an answer',
    );
    const two = (await counts({ only: [{ variable: kept.variable, is: 'at-least', least: 2, codes: [] }] })).body;
    expect(two.filtered[0]?.unknown).toBe(2);
    expect(byCode(two)['nothing']).toBe(0);
    await open(`/studies/${study}/tables?rows=grows`);
    await says(session.driver, '[aria-label="Who counts in the base"]', 'not asked\n1');
    await says(session.driver, '[data-testid=base]', '1 not asked');
    await (
      await session.driver.findElement(
        By.xpath('//*[@aria-label="Who counts in the base"]//label[contains(., "not asked")]/input'),
      )
    ).click();
    await says(session.driver, 'h1, main', 'Not asked');
    await says(session.driver, '[data-testid=base]', 'Base 39');
    expect(await session.driver.getCurrentUrl()).toContain('counted=none+nothing+not-asked');
    await sound();
  });

  it('says at which place its options are mentioned, where slots have an order', async () => {
    const { study, id } = await strange();
    const options = ['1', '2', '3'].map((code) => ({ code, label: `Option ${code}` }));
    const recipe: Recipe = { kind: 'slots', sources: [id('first'), id('second'), id('third')], options, none: '8' };
    const { body: kept } = await call<KeptWorking>(session.server, 'POST', `/studies/${study}/workings`, {
      name: 'why',
      label: 'Why',
      recipe,
    });
    expect(kept.proof.findings.find(({ id: finding }) => finding === 'left-over')).toMatchObject({
      holds: false,
      codes: ['7'],
    });
    await open(`/studies/${study}/tables?rows=why`);
    await main('Mention');
    await (await named(session.driver, 'the first')).click();
    await says(session.driver, '[data-answer=where]', 'What leads?');
    await says(session.driver, 'thead', 'Category');
    await (await named(session.driver, 'average place')).click();
    await says(session.driver, 'thead', 'Average place');
    const asked = { rows: kept.variable, by: id('site'), only: [], mention: 'rank' };
    const { body } = await call<Counts>(session.server, 'POST', `/studies/${study}/counts`, asked);
    expect(body.ranks).toHaveLength(body.respondents.length);
    const refused = await call<{ detail: string }>(session.server, 'POST', `/studies/${study}/counts`, {
      ...asked,
      rows: id('site'),
      by: null,
    });
    expect(refused).toMatchObject({
      status: 422,
      body: { detail: expect.stringContaining('not gathered from slots') as string },
    });
    await sound();
  });

  it('shows which options go together, and whether some are mentioned more often', async () => {
    await open(`${DEMO}/tables?rows=crops`);
    await says(session.driver, '[aria-label="Mentioned together"]', 'Potatoes');
    await says(session.driver, '[aria-label="Are some mentioned more often than others?"]', 'Cochran');
    // Options overlap: there are no shares that they could be compared with.
    const asked = await session.driver.executeScript('return document.body.textContent.includes("Compare with these")');
    expect(asked).toBe(false);
    await says(session.driver, '[aria-label="Which go together?"]', 'mention both');
    await says(session.driver, 'tfoot', 'Mentions per respondent');
    const before = await cells('[aria-label^="Table:"] tbody th');
    await (await find(session.driver, 'select option[value="2"]')).click();
    await session.driver.wait(async () => (await cells('[aria-label^="Table:"] tbody th'))[3] === 'Tomatoes', 5000);
    const after = await cells('[aria-label^="Table:"] tbody th');
    expect([...after].sort()).toEqual([...before].sort());
    await sound();
  });

  it('has nets that count a respondent once, made by dragging in the table', async () => {
    await open(`${DEMO}/tables?rows=crops&by=season`);
    await says(session.driver, '[data-testid=base]', 'Base');
    await (await find(session.driver, '[data-side=rows][data-heading="1"]')).click();
    await (await find(session.driver, '[role=group][aria-label^="Heading "] option[value="2"]')).click();
    await says(session.driver, 'h1', 'Crops grown, regrouped');
    await says(session.driver, 'table', 'Potatoes / Beans');
    const made = (await call<StudyView>(session.server, 'GET', DEMO)).body;
    const net = made.variables.find(({ name }) => name === 'crops_grown_regrouped')!;
    expect(net).toMatchObject({ level: 'multiple', holds: true });
    expect(net.picture.is === 'bars' && net.picture.bars[0]).toBeLessThan(1458 + 1429);
    await (await named(session.driver, 'Figures…')).click();
    await (await named(session.driver, '+ mentions %')).click();
    await says(session.driver, 'thead', '% of mentions');
    await sound();
  });

  it('can be nested in groups, and filtered by how many are mentioned', async () => {
    await open(`${DEMO}/workings?make=interlock&of=season&of=crops`);
    await says(session.driver, '[data-testid=proof]', 'Holds.');
    await main('Spring · Potatoes');
    await sound();
    await open(`${DEMO}/tables?rows=site`);
    await says(session.driver, '[data-testid=base]', 'Base');
    const only = [{ variable: 'crops', is: 'at-least', codes: [], least: 3 }];
    await open(`${DEMO}/tables?rows=site&only=${encodeURIComponent(JSON.stringify(only))}`);
    await says(session.driver, 'h1', 'Crops grown mentions at least 3');
    await says(session.driver, '[data-testid=base]', 'mentions fewer than 3');
    await sound();
  });

  it('is made by selecting columns in the roster of the codebook', async () => {
    await open(`${DEMO}/workings?make=gather&of=grow_potatoes&of=grow_beans&of=grow_onions`);
    await says(session.driver, '[data-testid=proof]', 'Holds.');
    expect(
      await (await find(session.driver, 'input[aria-label="Label of the option Grows beans"]')).getAttribute('value'),
    ).toBe('Beans');
    await fill(session.driver, 'input[aria-label^="Label of the question"]', 'Three crops');
    await sound();
  });
});
