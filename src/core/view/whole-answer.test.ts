import { describe, expect, it } from 'vitest';
import type { Variable } from '../codebook/types.js';
import { countPlan } from '../count/plan.js';
import { numberColumn } from '../count/number-column.js';
import type { Adjustment } from '../infer/adjust.js';
import { sentenceOf } from '../table/sentence.js';
import { wholeAnswer } from './whole-answer.js';

const variable = (id: number, label: string, level: Variable['level'], codes: number): Variable => ({
  id,
  name: label.toLowerCase(),
  label,
  question: '',
  level,
  codes: Array.from({ length: codes }, (_, k) => ({ code: String(k + 1), label: `${label} ${k + 1}`, missing: null })),
});
const VARIABLES = [
  variable(1, 'Mood', 'unordered', 2),
  variable(2, 'Site', 'unordered', 4),
  variable(3, 'Age', 'number', 0),
];

/** Of a hundred at each site so many are in the first mood; ages lie about twice that. */
const SHARES = [50, 36, 32, 31];
const people = SHARES.flatMap((share, site) =>
  Array.from({ length: 100 }, (_, k) => ({ site: site + 1, mood: k < share ? 1 : 2, age: share / 4 + (k % 10) })),
);
const coded = (values: number[], codes: number) => ({
  kind: 'coded' as const,
  values: Uint8Array.from(values),
  codes: Array.from({ length: codes }, (_, k) => String(k + 1)),
});

/** The letters of the first row of a table by site. */
function lettersOf(rows: 1 | 3, letters: Adjustment, isWithin = false) {
  const numbers = numberColumn(
    { kind: 'number', values: Float64Array.from(people, ({ age }) => age), words: [] },
    'Age',
    [],
  );
  const mood = coded(
    people.map((person) => person.mood),
    2,
  );
  const site = coded(
    people.map((person) => person.site),
    4,
  );
  const counts = countPlan({
    rows: [rows === 1 ? { column: mood, slots: null } : { column: numbers.answered, slots: null, numbers }],
    nests: [[site]],
    within: isWithin ? mood : null,
    respondents: people.length,
    mask: null,
    filtered: [],
    weight: null,
  });
  const sentence = sentenceOf(rows, { by: [[2]], ...(isWithin ? { within: 1 } : {}) });
  return wholeAnswer({ sentence, counts, variables: VARIABLES }, { letters }).letters?.cells[0];
}

describe('columns compared two by two', () => {
  it('have their p adjusted as it is asked for', () => {
    // Of the six pairs those of the first with the last two have p .0097 and .0062.
    expect(lettersOf(1, 'bonferroni')).toEqual(['D', '', '', '']);
    expect(lettersOf(1, 'benjamini-hochberg')).toEqual(['C D', '', '', '']);
  });

  it('of numbers, and within a further variable, likewise', () => {
    const several = (['bonferroni', 'benjamini-hochberg'] as const).map((letters) => lettersOf(3, letters));
    expect(several).toEqual([
      // Of the second and the third p is .015: six times that is over .05.
      ['B C D', 'D', '', ''],
      ['B C D', 'C D', '', ''],
    ]);
    expect(lettersOf(3, 'bonferroni', true)).not.toBeUndefined();
  });
});

describe('an answer of many tables', () => {
  it('shares what exact tests take', () => {
    const site = coded(
      people.map((person) => person.site),
      4,
    );
    const ages = coded(
      people.map((_, k) => 1 + (k % 5)),
      5,
    );
    const drawsOf = (blocks: number) => {
      const rows = Array.from({ length: blocks }, () => ({ column: ages, slots: null }));
      const plan = { rows, nests: [[site]], within: null, respondents: people.length, mask: null, filtered: [] };
      const variables = [variable(1, 'Age band', 'unordered', 5), VARIABLES[1]!];
      const sentence = { ...sentenceOf(1, { by: [[2]] }), rows: rows.map(() => ({ variable: 1 })) };
      const counts = countPlan({ ...plan, weight: null });
      const { blocks: answers } = wholeAnswer({ sentence, counts, variables }, { exact: { method: 'monte-carlo' } });
      const tests = answers.at(-1)?.tests ?? {};
      return Object.values(tests).flatMap(({ sampling }) => sampling?.draws ?? []);
    };
    const alone = drawsOf(1);
    expect(alone.length).toBeGreaterThan(0);
    expect(drawsOf(40)).toEqual(alone.map((draws) => draws / 10));
  });
});
