import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { awaitRead, call, sendFile, startServer, temporaryStore } from '../e2e/server.js';
import type { Counts, Intake, KeptWorking, StudyView } from '../src/api/types.js';
import type { Recipe } from '../src/core/recode/recipe-shape.js';
import { say, timed } from './timing.js';

const RESPONDENTS = 1_000_000;
const OPTIONS = 20;
const GROUPS = 8;
const ROUNDS = 9;
/** A question of 20 options with its pairs may take so many times as long as a single answer of 20 codes. */
const MOST = 40;

/**
 * A question of 20 options by 8 groups on 1,000,000 respondents, beside a single answer of 20 codes by the same groups.
 */
export async function benchMultiple(): Promise<void> {
  const home = temporaryStore();
  const server = await startServer(home.store);
  try {
    const generator = xoroshiro128plus(6);
    const next = (most: number) => uniformInt(generator, 0, most);
    const file = join(home.store, 'multiple.csv');
    const lines = [`group,single,${Array.from({ length: OPTIONS }, (_, j) => `opt_${j + 1}`).join(',')}`];
    for (let k = 0; k < RESPONDENTS; k++)
      lines.push(
        [
          1 + next(GROUPS - 1),
          1 + next(OPTIONS - 1),
          ...Array.from({ length: OPTIONS }, (_, j) => (next(9) < 2 + (j % 3) ? 1 : 2)),
        ].join(','),
      );
    writeFileSync(file, lines.join('\n'));
    const intake = await sendFile<Intake>(server, 'multiple.csv', file);
    await awaitRead(server, intake.body);
    const { study } = (
      await call<{ study: string }>(server, 'POST', `/intakes/${intake.body.id}/accept`, { name: 'Multiple' })
    ).body;
    const view = async () => (await call<StudyView>(server, 'GET', `/studies/${study}`)).body.variables;
    const variables = await view();
    const id = (name: string) => variables.find((variable) => variable.name === name)?.id ?? 0;
    const items = Array.from({ length: OPTIONS }, (_, j) => ({
      source: id(`opt_${j + 1}`),
      label: `Option ${j + 1}`,
      ticked: '1',
    }));
    const recipe: Recipe = { kind: 'gather', items, none: null };
    const started = performance.now();
    const kept = await call<KeptWorking>(server, 'POST', `/studies/${study}/workings`, {
      name: 'question',
      label: 'Question',
      recipe,
    });
    say('gathering 20 columns of 1,000,000', `${(performance.now() - started).toFixed(0)} ms, kept`);
    const ask = (rows: number, more: object = {}) =>
      call<Counts>(server, 'POST', `/studies/${study}/counts`, { rows, by: id('group'), only: [], ...more });
    const question = kept.body.variable;
    for (const rows of [question, id('single')]) await timed(3, () => ask(rows));
    const single = await timed(ROUNDS, () => ask(id('single')));
    const multiple = await timed(ROUNDS, () => ask(question));
    const filtered = await timed(ROUNDS, () =>
      ask(question, { only: [{ variable: question, is: 'at-least', least: 2, codes: [] }] }),
    );
    say(
      '20 options by 8 groups, with all pairs',
      `${multiple.toFixed(1)} ms; one answer of 20 by 8: ${single.toFixed(1)} ms; ` +
        `${(multiple / single).toFixed(1)} times`,
    );
    say('the same, of who mentions two or more', `${filtered.toFixed(1)} ms`);
    if (multiple / single > MOST)
      throw new Error(`a question takes ${(multiple / single).toFixed(0)} times as long as a single answer`);
  } finally {
    await server.stop();
    home.remove();
  }
}
