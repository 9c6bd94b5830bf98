import { beforeAll, describe, expect, it } from 'vitest';
import type { Intake } from '../src/api/types.js';
import { says } from './browser.js';
import { CODEBOOK, columnsOf, CONDITIONS, fileOf, linesOf, people, type Person, random } from './random-survey.js';
import { call, send } from './server.js';
import { demoSession } from './session.js';

const session = demoSession();
const SEED = 20261129;
const SENTENCES = 24;
const all = people(SEED, 420);
let study = '';

beforeAll(async () => {
  const intake = await send<Intake>(session.server, 'random.csv', fileOf(all));
  const accepted = await call<{ study: string }>(session.server, 'POST', `/intakes/${intake.body.id}/accept`, {
    name: 'Random',
    codebook: CODEBOOK,
  });
  expect(accepted.status, JSON.stringify(accepted.body)).toBe(201);
  study = accepted.body.study;
});

/** A sentence, and what its cells show, from the top. */
interface Asked {
  rows: string[];
  by: string[][];
  weighted: boolean;
  condition: (typeof CONDITIONS)[number] | null;
  figures: string[];
}

const FIGURES = ['column-percent', 'row-percent', 'total-percent', 'all-percent', 'count', 'index', 'difference'];
const ALONE = ['expected', 'residual', 'adjusted-residual'];

function randomAsked(next: () => number): Asked {
  const some = <T>(of: readonly T[], most: number): T[] => {
    const shuffled = [...of].map((item) => [next(), item] as const).sort(([a], [b]) => a - b);
    return shuffled.slice(0, 1 + Math.floor(next() * most)).map(([, item]) => item);
  };
  const rows = some(['view', 'crops', 'area'], 2);
  const nests = [['area'], ['wave'], ['wave', 'area'], ['crops'], ['view', 'wave']].filter(
    (nest) => !nest.some((name) => rows.includes(name)),
  );
  const weighted = next() < 0.4;
  const by = some(nests, 2);
  const isPlain = !weighted && rows.every((name) => name !== 'crops') && by.every((nest) => !nest.includes('crops'));
  return {
    rows,
    by,
    weighted,
    condition: next() < 0.5 ? CONDITIONS[Math.floor(next() * CONDITIONS.length)]! : null,
    figures: [...some(FIGURES, 3), ...(isPlain ? some(ALONE, 3) : [])],
  };
}

function addressOf({ rows, by, weighted, condition, figures }: Asked): string {
  const query = new URLSearchParams([
    ...rows.map((name) => ['rows', name]),
    ...by.map((nest) => ['by', nest.join('>')]),
    ...(weighted ? [['weight', 'weight']] : []),
    ...(condition ? [['only', JSON.stringify([condition.only])]] : []),
    ['figures', figures.map((figure) => `${figure}:4`).join(',')],
  ]);
  return `/studies/${study}/tables?${query.toString()}`;
}

type Is = (person: Person) => boolean;

/** What a cell shows, worked out from the respondents one by one. */
function figuresOf({ weighted, condition, figures }: Asked, name: string, line: Is, column: Is, every: Is) {
  const weight = ({ weight: own = '' }: Person) => (weighted ? Number(own) : 1);
  const counted = all.filter((person) => (!weighted || person['weight'] !== '') && (condition?.keeps(person) ?? true));
  const sum = (...conditions: Is[]) =>
    counted.filter((person) => conditions.every((is) => is(person))).reduce((so, person) => so + weight(person), 0);
  const { base } = linesOf(name);
  const [n, row, own, whole] = [sum(base, line, column), sum(base, line, every), sum(base, column), sum(base, every)];
  const share = (part: number, of: number) => (of > 0 ? (100 * part) / of : null);
  const expected = (row * own) / whole;
  const isTotal = column === every;
  const [mine, total] = [share(n, own), share(row, whole)];
  const values: Record<string, number | null> = {
    count: n,
    'column-percent': mine,
    'row-percent': share(n, row),
    'total-percent': share(n, whole),
    'all-percent': share(n, sum(column)),
    index: mine === null || !total ? null : (100 * mine) / total,
    difference: isTotal || mine === null || total === null ? null : mine - total,
    // Nothing is expected where nobody is.
    expected: isTotal || expected === 0 ? null : expected,
    residual: isTotal ? null : (n - expected) / Math.sqrt(expected),
    'adjusted-residual': isTotal ? null : (n - expected) / Math.sqrt(expected * (1 - row / whole) * (1 - own / whole)),
  };
  return figures.map((figure) => values[figure] ?? null);
}

/** The lines of the cells on the screen, by item, nest, row and column; p stands behind a residual. */
async function shown(): Promise<Map<string, string[]>> {
  const cells = await session.driver.executeScript<[string, string[]][]>(`
    return [...document.querySelectorAll('td[data-cell]')].map((cell) => [
      cell.dataset.cell,
      [...cell.querySelectorAll('span:not([role=img])')]
        .filter((span) => !span.querySelector('span'))
        .map((span) => span.textContent),
    ]);
  `);
  return new Map(cells);
}

const numberIn = (text: string): number | null => {
  const [, sign = '', digits] = /^([−+]?)([\d,]+(?:\.\d+)?)/.exec(text) ?? [];
  return digits === undefined ? null : (sign === '−' ? -1 : 1) * Number(digits.replaceAll(',', ''));
};

describe('every figure of a random sentence on the screen', () => {
  const next = random(SEED + 1);
  const asked = Array.from({ length: SENTENCES }, () => randomAsked(next));

  it.each(asked.map((own, k) => [k, own] as const))('is as worked out from its respondents: %i', async (_, own) => {
    await session.open(addressOf(own));
    await says(session.driver, '[data-testid=base]', 'Base');
    const cells = await shown();
    let compared = 0;
    own.rows.forEach((name, item) =>
      own.by.forEach((nest, k) => {
        const columns = columnsOf(nest);
        const [every] = columns;
        linesOf(name).lines.forEach((line, row) =>
          columns.forEach((column, place) => {
            const key = `${item} ${k} ${row} ${place}`;
            const wanted = figuresOf(own, name, line, column, every!);
            const texts = cells.get(key) ?? [];
            own.figures.forEach((figure, at) => {
              const value = wanted[at] ?? null;
              const text = texts[at] ?? '';
              const told = `${figure} in ${key} of ${addressOf(own)}: “${text}”`;
              if (value === null || !Number.isFinite(value)) expect(numberIn(text), told).toBeNull();
              else expect(Math.abs((numberIn(text) ?? NaN) - value), `${told}, ${value}`).toBeLessThan(0.00006);
              compared++;
            });
          }),
        );
        expect(cells.has(`${item} ${k} ${linesOf(name).lines.length} 0`), 'a line more').toBe(false);
        expect(cells.has(`${item} ${k} 0 ${columns.length}`), 'a column more').toBe(false);
      }),
    );
    expect(compared).toBeGreaterThan(0);
    expect(cells.size).toBeGreaterThan(0);
  });
});
