import type { WebDriver } from 'selenium-webdriver';
import { startBrowser } from '../e2e/browser.js';
import { call, send, startServer, temporaryStore } from '../e2e/server.js';
import type { AnswersToCode, Intake, KeptWorking, StudyView } from '../src/api/types.js';
import { writtenAnswers } from './answers.js';
import { median, say } from './timing.js';

const ANSWERS = 20_000;
const ROUNDS = 60;
/** Codings that are kept one by one. */
const KEEPS = 15;
/** Milliseconds from the key to the next answer painted. */
const MOST = 50;
const THEMES = ['Water', 'Rats', 'Compost', 'Bees', 'Paths', 'Rent', 'Keys', 'Weeds', 'Frost'];

/**
 * Run in the page: an answer is given a theme and the next one is gone to, again and again; between them a key is
 * pressed that does nothing. Milliseconds from each key to the paint behind it: of the next answer, and of nothing.
 */
const KEYS = `
  const [rounds, done] = arguments;
  const painted = () => new Promise((resolve) => requestAnimationFrame(() => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => resolve();
    port2.postMessage(null);
  }));
  const press = async (key) => {
    await new Promise((resolve) => setTimeout(resolve, 60));
    const started = performance.now();
    document.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    await painted();
    return performance.now() - started;
  };
  (async () => {
    const [next, nothing] = [[], []];
    for (let k = 0; k < rounds; k++) {
      await press(String(1 + (k % 9)));
      next.push(await press('n'));
      nothing.push(await press('F9'));
    }
    done([next, nothing]);
  })();
`;

type Served = Parameters<typeof call>[0];

/** A study of so many different answers with a working of themes. */
async function studyToCode(server: Served): Promise<{ study: string; working: number }> {
  const lines = writtenAnswers(ANSWERS).map((text, k) => `"${text} ${k}"`);
  const intake = await send<Intake>(server, 'answers.csv', ['remark', ...lines].join('\n'));
  const accepted = await call<{ study: string }>(server, 'POST', `/intakes/${intake.body.id}/accept`, {
    name: 'Bench',
  });
  const { study } = accepted.body;
  const view = await call<StudyView>(server, 'GET', `/studies/${study}`);
  const recipe = {
    kind: 'theme',
    sources: view.body.variables.map(({ id }) => id),
    themes: THEMES.map((name, k) => ({ id: k + 1, name, under: null, into: null })),
    coders: [{ name: 'Anna', share: 1, seed: 1 }],
  };
  const body = { name: 'themes', label: 'Themes', recipe };
  const kept = await call<KeptWorking>(server, 'POST', `/studies/${study}/workings`, body);
  return { study, working: kept.body.working };
}

const isThere = (driver: WebDriver) =>
  driver.executeScript<boolean>(`return document.querySelector('[aria-label="The answer"]') !== null`);

/** One more coding kept where all answers are coded, beside one that is kept where none is. */
async function benchKeeping(server: Served, { study, working }: { study: string; working: number }): Promise<void> {
  const path = `/studies/${study}/workings/${working}`;
  const { body } = await call<AnswersToCode>(server, 'GET', `${path}/answers?coder=Anna`);
  const texts = body.answers.map(({ text }) => text);
  const keep = (some: string[], theme: number) => {
    const codings = [{ texts: some, verdict: 'themes', themes: [theme] }];
    return call(server, 'POST', `${path}/codings`, { coder: 'Anna', codings });
  };
  const one = async () => {
    const times: number[] = [];
    for (let k = 0; k < KEEPS; k++) {
      const started = performance.now();
      await keep([texts[k]!], 1 + (Math.floor(started) % THEMES.length));
      times.push(performance.now() - started);
    }
    return median(times);
  };
  const few = await one();
  const lot = ANSWERS / 4;
  for (let from = 0; from < texts.length; from += lot) await keep(texts.slice(from, from + lot), 1);
  const many = await one();
  say(
    `a coding kept among ${ANSWERS.toLocaleString('en')} coded answers`,
    `median ${many.toFixed(0)} ms; among few ${few.toFixed(0)} ms: ${(many / few).toFixed(1)} times as long`,
  );
}

/** From the key to the next answer, among 20,000 of them, beside a key that does nothing. */
export async function benchCoding(): Promise<void> {
  const home = temporaryStore();
  const server = await startServer(home.store, 'serve', 0, false);
  const driver = await startBrowser();
  try {
    const made = await studyToCode(server);
    await driver.get(`${server.address}/studies/${made.study}/coding?working=${made.working}`);
    await driver.wait(() => isThere(driver), 60_000);
    await driver.executeAsyncScript('setTimeout(arguments[0], 3000)');
    const [next, nothing]: [number[], number[]] = await driver.executeAsyncScript(KEYS, ROUNDS);
    const [own, bare] = [median(next), median(nothing)];
    say(
      `${ANSWERS.toLocaleString('en')} answers, from the key to the next`,
      `median ${own.toFixed(0)} ms, slowest ${Math.max(...next).toFixed(0)} ms; a key that does nothing ` +
        `${bare.toFixed(0)} ms: ${(own / bare).toFixed(1)} times as long`,
    );
    if (!(own <= MOST)) throw new Error(`the next answer takes ${own.toFixed(0)} ms, ${MOST} is asked for`);
    await driver.get('about:blank');
    await benchKeeping(server, made);
  } finally {
    await driver.quit();
    await server.stop();
    home.remove();
  }
}
