import { describe, expect, it } from 'vitest';
import type { Variable } from '../../codebook/types.js';
import { numberColumn } from '../../count/number-column.js';
import { countPlan } from '../../count/plan.js';
import { blockTables } from '../../table/block-tables.js';
import { sentenceOf } from '../../table/sentence.js';
import { assessSplit } from '../split/assess-split.js';
import { lettersOf } from '../letters.js';
import { assessmentOfTable, read } from '../read.js';
import { readSplit } from '../read-within.js';
import type { Answer } from '../types.js';
import { workedExamplesOfTable } from '../worked-examples/worked-examples-of.js';

const categories = (id: number, label: string, labels: readonly string[]): Variable => ({
  id,
  name: label.toLowerCase(),
  label,
  question: '',
  level: 'unordered',
  codes: labels.map((own, k) => ({ code: String(k + 1), label: own, missing: null })),
});
const VARIABLES: Variable[] = [
  { ...categories(1, 'Age', []), level: 'number' },
  categories(2, 'Site', ['North', 'South', 'East', 'Nowhere']),
  categories(3, 'Season', ['Spring', 'Autumn']),
];

interface Person {
  site: number;
  age: number;
}

/** Numbers about a middle, as many below it as above. */
const around = (site: number, middle: number, n: number, step = 1): Person[] =>
  Array.from({ length: n }, (_, k) => ({ site, age: middle + step * (k - (n - 1) / 2) }));

/** A table of ages by site of some people, who were asked in spring and autumn in turn. */
function block(people: readonly Person[], { weights = null as number[] | null, isWithin = false } = {}) {
  const numbers = numberColumn(
    { kind: 'number', values: Float64Array.from(people, ({ age }) => age), words: [] },
    '',
    [],
  );
  const site = {
    kind: 'coded' as const,
    values: Uint8Array.from(people, (one) => one.site),
    codes: ['1', '2', '3', '4'],
  };
  const season = { kind: 'coded' as const, values: Uint8Array.from(people, (_, k) => 1 + (k % 2)), codes: ['1', '2'] };
  const counts = countPlan({
    rows: [{ column: numbers.answered, slots: null, numbers }],
    nests: [[site]],
    within: isWithin ? season : null,
    respondents: people.length,
    mask: null,
    filtered: [],
    weight: weights && Float64Array.from(weights),
  });
  const sentence = sentenceOf(1, { by: [[2]], ...(isWithin ? { within: 3 } : {}), ...(weights ? { weight: 1 } : {}) });
  return blockTables(sentence, counts, VARIABLES)[0]!;
}

function readingOf(people: readonly Person[], weights: number[] | null = null): Partial<Record<Answer['id'], Answer>> {
  const { table } = block(people, { weights });
  return Object.fromEntries(read(table, assessmentOfTable(table, 0.95), 0.95).map((answer) => [answer.id, answer]));
}

const THREE = [...around(1, 60, 30), ...around(2, 45, 40), ...around(3, 44, 35)];

describe('the reading of a number by groups', () => {
  it("stands on Welch's test, with the test on ranks beside it", () => {
    const { association } = readingOf(THREE);
    expect(association?.verdict).toBe('Yes, p < .001.');
    expect(association?.tests.map(({ id, lead, beside }) => [id, lead, beside])).toEqual([
      ['welch-anova', true, false],
      ['kruskal-wallis', false, true],
      ['anova', false, false],
    ]);
    expect(association?.tests[0]?.text).toMatch(/^F\(2, \d+\.\d\) = \d+\.\d, p < \.001$/);
  });

  it('says how strong it is, where, and how to say it', () => {
    const { strength, where, say } = readingOf(THREE);
    expect(strength?.measures.filter(({ lead }) => lead).map(({ id }) => id)).toEqual(['omega-squared', 'eta-squared']);
    expect(strength?.notes).toEqual([expect.stringMatching(/^Site accounts for \d+% of the spread in Age/)]);
    expect(where?.verdict).toBe('Highest in North (mean 60.0), lowest in East (44.0).');
    expect(where?.cells.map(({ subject, parts }) => `${subject}: ${parts[0]!.text}`)).toEqual([
      'North, mean 60.0: higher than South and East',
    ]);
    expect(where?.notes[0]).toContain("Welch's t, p adjusted over all 3 pairs (Holm)");
    expect(say?.sentence).toMatch(
      /^Age differs by Site, highest in North \(M = 60\.0, SD = 8\.8, n = 30\) and lowest in East/,
    );
    expect(say?.sentence).toMatch(/ω² = \.\d\d \[\.\d\d, \.\d\d\], N = 105\.$/);
  });

  it('of two groups is of their difference', () => {
    const { association, strength, say } = readingOf([...around(1, 60, 30), ...around(2, 45, 40)]);
    expect(association?.tests.slice(0, 2).map(({ id }) => id)).toEqual(['welch-t', 'mann-whitney']);
    expect(strength?.measures.slice(0, 2).map(({ id, value }) => [id, Math.round(value)])).toEqual([
      ['hedges-g', 1],
      ['mean-difference', 15],
    ]);
    expect(say?.sentence).toMatch(/^Age is higher in North .* than in South .*: t\(.*difference = 15\.0 \[/);
  });

  it('tells where the spreads differ, and where far values carry the means', () => {
    const uneven = readingOf([...around(1, 50, 40, 0.1), ...around(2, 50.2, 40, 3)]);
    expect(uneven.trust?.checks[0]?.text).toMatch(/^The groups spread differently .* Welch's test allows for that/);
    const far = [...around(1, 50, 40, 0.1), ...around(2, 51.5, 40, 0.1), { site: 1, age: 400 }];
    expect(readingOf(far).association?.notes[0]).toMatch(
      /^The test of the means shows none .* on ranks shows a difference/,
    );
  });

  it('stands on ranks where a group has no spread, and on nothing where there is one group', () => {
    const flat = readingOf([...around(1, 50, 20), ...around(2, 44, 20, 0)]).association;
    expect(flat?.tests[0]).toMatchObject({ id: 'mann-whitney', lead: true });
    expect(flat?.notes[0]).toContain('No test of the means');
    expect(readingOf(around(1, 50, 20)).association?.verdict).toBe('Nothing to test.');
  });

  it('allows for weights', () => {
    const { association, strength, where } = readingOf(
      THREE,
      THREE.map((_, k) => 1 + (k % 3)),
    );
    expect(association?.tests.map(({ id }) => id)).toEqual(['design-f']);
    expect(association?.notes[0]).toMatch(/^The weights make 105 respondents count as \d+/);
    expect(strength?.measures.map(({ id }) => id)).toEqual(['eta-squared']);
    expect(where?.notes[0]).toContain('their weighted standard errors');
  });

  it('within a further variable is of all, with the test of each category', () => {
    const { split } = block(THREE, { isWithin: true });
    const [first] = readSplit(split!, assessSplit(split!, 0.95), 0.95);
    expect(first?.tests.map(({ id }) => id).slice(-2)).toEqual(['welch-anova@Spring', 'welch-anova@Autumn']);
    expect(first?.notes[0]).toContain('each category of Season');
  });
});

describe('beside the reading', () => {
  it('letters name the groups whose mean is lower', () => {
    const { table } = block(THREE);
    expect(lettersOf(table, assessmentOfTable(table, 0.95))).toEqual({
      columns: ['A', 'B', 'C', null],
      above: [['B C', '', '', '']],
    });
  });

  it('each statistic is worked out from the groups on screen, to the same', () => {
    for (const people of [THREE, [...around(1, 60, 30), ...around(2, 45, 40)]]) {
      const { table } = block(people);
      const assessment = assessmentOfTable(table, 0.95)!;
      const examples = workedExamplesOfTable(table, assessment, 0.95)!;
      const shown = [...Object.entries(assessment.tests), ...Object.entries(assessment.measures)];
      for (const [id, result] of shown) {
        const value = 'value' in result ? result.value : result.statistic;
        // Its record is of a table that lists each number.
        if (id === 'kruskal-wallis') expect(examples.has(id)).toBe(false);
        else expect(examples.of(id)?.result, id).toBeCloseTo(value!, 8);
      }
    }
  });
});
