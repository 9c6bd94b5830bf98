import { expect, it } from 'vitest';
import { tableOf, weighing } from '../table/survey.fixtures.js';
import { baseLine, sayBase } from './base-line.js';
import { viewOfTable } from './table-view.js';

const people = Array.from({ length: 40 }, (_, k) => ({
  answer: k % 4,
  group: 1 + (k % 2),
  season: 1 + (k % 3),
  weight: 1 + (k % 2),
  crops: [],
}));
const blockOf = (weighted: boolean) => {
  const table = tableOf(people, { weight: weighted ? weighing : null });
  return viewOfTable('Answer by Group', table, { marks: null, letters: null, assessment: null }).blocks[0]![0]!;
};

it('says on how many a block stands, who is left out, and what brings them in', () => {
  expect(sayBase(blockOf(false))).toBe('Base 30 of 40 respondents. Left out by Answer: 10 blank.');
  expect(baseLine(blockOf(false)).filter(({ is }) => is === 'reason')).toMatchObject([{ text: '10 blank' }]);
});

it('says what respondents count as, and how many of equal weight would tell as much', () => {
  // Ten of weight 1 and twenty of weight 2: 50 in all, 50²/90 effective.
  expect(sayBase(blockOf(true))).toContain(
    'weighted by Weight: they count as 50, and tell as much as 28 of equal weight (effective base).',
  );
});
