import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { awaitRead, call, sendFile, type Server, startServer, temporaryStore } from '../e2e/server.js';
import type { Intake, KeptWorking, StudyView, WorkingDraft, WorkingPreview } from '../src/api/types.js';
import { bandsAt } from '../src/core/recode/band/edges.js';
import type { Recipe } from '../src/core/recode/recipe-shape.js';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { say, timed } from './timing.js';

const SIZES = [10_000, 100_000, 1_000_000];
const ROUNDS = 7;
/** A proof over HTTP may take so many times as long as one plain pass over the bytes of its sources. */
const MOST = 150;
/** And those of these kinds so many times. */
const MOST_OF_QUICK = 5;
const QUICK = [
  'score: mean of 5 items, one reversed',
  'combine: any of two',
  'interlock: 6 by 5',
  'convert to a number',
];

const CODES = ['1', '2', '3', '4', '5'];

/**
 * A file of so many respondents: five codes, a whole number, an amount, five items, two columns over the same codes.
 */
function csvOf(respondents: number): string {
  const generator = xoroshiro128plus(respondents);
  const next = (most: number) => uniformInt(generator, 0, most);
  const lines = ['answer,site,age,amount,i1,i2,i3,i4,i5,first,second,why'];
  for (let k = 0; k < respondents; k++) {
    const items = Array.from({ length: 5 }, () => 1 + next(4)).join(',');
    lines.push(
      [
        1 + next(4),
        1 + next(5),
        16 + next(74),
        (next(10_000_000) / 100).toFixed(2),
        items,
        1 + next(4),
        1 + next(4),
        next(9) === 0 ? 'n/a' : next(500),
      ].join(','),
    );
  }
  return lines.join('\n');
}

const option = (code: string) => ({ code, label: `Option ${code}` });

/** A recipe of each kind, with how many bytes a respondent its sources have. */
function recipes(id: (name: string) => number, step: number): [name: string, bytes: number, recipe: Recipe][] {
  const group = (label: string, from: string[], k: number) => ({ code: String(k + 1), label, from });
  const item = (name: string, reversed = false) => ({ source: id(name), reversed, weight: 1 + step / 100, as: name });
  const items = ['i1', 'i2', 'i3', 'i4', 'i5'].map((name, k) => item(name, k === 2));
  const scale = { from: 1, to: 5 };
  return [
    [
      'regroup',
      1,
      {
        kind: 'regroup',
        source: id('answer'),
        level: 'ordered',
        groups: [group(`Low ${step}`, ['1', '2'], 0), group('High', ['3', '4', '5'], 1)],
        setAside: [],
      },
    ],
    [
      'band of 75 whole numbers',
      8,
      { kind: 'band', source: id('age'), ends: 'both', bands: bandsAt([25 + step, 45, 65], 'both', true), taken: [] },
    ],
    [
      'band of an amount',
      8,
      {
        kind: 'band',
        source: id('amount'),
        ends: 'lower',
        bands: bandsAt([1000 + step, 20_000, 50_000], 'lower', false),
        taken: [],
      },
    ],
    [
      'score: mean of 5 items, one reversed',
      5,
      { kind: 'score', of: 'mean', items, atLeast: 3, scale, codes: [], expression: '' },
    ],
    [
      'score: expression',
      16,
      {
        kind: 'score',
        of: 'expression',
        items: [item('age'), item('amount')],
        atLeast: 0,
        scale: null,
        codes: [],
        expression: `if(age > ${30 + step}, amount / age, 0)`,
      },
    ],
    [
      'combine: any of two',
      2,
      {
        kind: 'combine',
        sources: [id('first'), id('second')],
        how: 'any',
        atLeast: 1,
        options: CODES.map(option).map((code) => ({ ...code, label: `${code.label} ${step}` })),
        none: [],
        base: 'any',
      },
    ],
    [
      'interlock: 6 by 5',
      2,
      { kind: 'interlock', sources: [id('site'), id('answer')], between: ` ${step} `, empty: false },
    ],
    ['flags', 1, { kind: 'flags', source: id('answer'), codes: ['1', '2'], yes: `Yes ${step}`, no: 'No' }],
    [
      'convert to a number',
      8,
      {
        kind: 'convert',
        to: 'number',
        source: id('why'),
        decimal: '.',
        exceptions: [{ text: 'n/a', is: 'number', number: step }],
      },
    ],
    [
      'convert to categories',
      8,
      {
        kind: 'convert',
        to: 'categories',
        source: id('why'),
        alike: true,
        order: 'value',
        least: 1 + step,
        exceptions: [],
      },
    ],
    [
      'slots: two',
      2,
      {
        kind: 'slots',
        sources: [id('first'), id('second')],
        options: CODES.map(option).map((code) => ({ ...code, label: `${code.label} ${step}` })),
        none: null,
      },
    ],
  ];
}

async function studyOf(
  server: Server,
  folder: string,
  respondents: number,
): Promise<{ study: string; id: (name: string) => number }> {
  const path = join(folder, `${respondents}.csv`);
  writeFileSync(path, csvOf(respondents));
  const sent = await sendFile<Intake>(server, `${respondents}.csv`, path);
  await awaitRead(server, sent.body);
  const accepted = await call<{ study: string }>(server, 'POST', `/intakes/${sent.body.id}/accept`, {
    name: `Of ${respondents}`,
  });
  const { study } = accepted.body;
  const { variables } = (await call<StudyView>(server, 'GET', `/studies/${study}`)).body;
  return { study, id: (name) => variables.find((variable) => variable.name === name)?.id ?? 0 };
}

/** Reads every byte once: the least that any recipe must do. */
function plainPass(bytes: Uint8Array): number {
  let sum = 0;
  for (let k = 0; k < bytes.length; k++) sum += bytes[k]!;
  return sum;
}

/**
 * Each kind of working: a changed recipe to its proof, HTTP to HTTP, at three sizes; at 1,000,000 respondents beside
 * one plain pass over the bytes of its sources, and kept.
 */
export async function benchWorkings(): Promise<void> {
  const home = temporaryStore();
  const server = await startServer(home.store);
  try {
    const byKey = new Map<string, string[]>();
    let worst = 0;
    const slow: string[] = [];
    for (const respondents of SIZES) {
      const { study, id } = await studyOf(server, home.store, respondents);
      const post = <T>(path: string, body: object) =>
        call<T>(server, 'POST', `/studies/${study}/workings${path}`, body);
      for (const [at, [name, bytes]] of recipes(id, 0).entries()) {
        let step = 0;
        const changed = () => recipes(id, ++step)[at]![2];
        const first = await post<WorkingPreview>('/preview', changed());
        if (first.status !== 200) throw new Error(`${name}: ${JSON.stringify(first.body).slice(0, 300)}`);
        await timed(2, () => post('/preview', changed()));
        const proof = await timed(ROUNDS, () => post('/preview', changed()));
        const line = byKey.get(name) ?? [];
        line.push(proof.toFixed(1));
        if (respondents === SIZES.at(-1)) {
          const column = new Uint8Array(respondents * bytes).map((_, k) => k & 7);
          const plain = await timed(ROUNDS, () => plainPass(column));
          const draft: WorkingDraft = { name: '', label: `Bench ${name}`, recipe: changed() };
          const started = performance.now();
          const kept = await post<KeptWorking>('', draft);
          if (kept.status !== 201) throw new Error(`${name} was not kept`);
          const keeping = performance.now() - started;
          worst = Math.max(worst, proof / plain);
          if (QUICK.includes(name) && proof > MOST_OF_QUICK * plain)
            slow.push(`${name} takes ${(proof / plain).toFixed(1)} times as long as a plain pass`);
          line.push(
            `; ${(proof / plain).toFixed(0)} times a plain pass (${plain.toFixed(2)} ms); kept in ` +
              `${keeping.toFixed(0)} ms`,
          );
        }
        byKey.set(name, line);
      }
    }
    for (const [name, line] of byKey)
      say(
        `a changed ${name}: proof`,
        `${line.slice(0, 3).join(', ')} ms at 10,000, 100,000 and 1,000,000${line[3] ?? ''}`,
      );
    if (slow.length > 0) throw new Error(slow.join('; '));
    if (worst > MOST)
      throw new Error(`a proof took ${worst.toFixed(0)} times as long as a plain pass over the same bytes`);
  } finally {
    await server.stop();
    home.remove();
  }
}
