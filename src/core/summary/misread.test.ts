import { describe, expect, it } from 'vitest';
import type { Level } from '../codebook/types.js';
import { type Grower, OF_GROWERS, summaryOf, VARIABLES } from './summary.fixtures.js';
import { misreadIn } from './misread.js';

const LEVELS: readonly Level[] = ['unordered', 'ordered', 'number', 'text'];
const ROSTER = VARIABLES.map((variable) => ({ ...variable, levels: LEVELS }));

const aged = (ages: number[]): Grower[] =>
  ages.map((age, k) => ({ age, mood: 1, shares: 1, site: 1 + (k % 2), crops: [] }));
const misreadOf = (ages: number[], roster = ROSTER) =>
  misreadIn(summaryOf(aged(ages), { rows: [{ variable: OF_GROWERS.age }] }).view, roster);

describe('what was probably misread', () => {
  it('is a number of a few whole values', () => {
    const [misread, ...others] = misreadOf([1, 2, 5, 3, 2, 1, 4]);
    expect(others).toEqual([]);
    expect(misread).toMatchObject({ variable: OF_GROWERS.age, title: 'Age', levels: ['ordered', 'unordered'] });
    expect(misread?.text).toContain('1 to 5');
  });

  it('is none of many values, or with fractions, or one that can be nothing else', () => {
    expect(misreadOf([18, 44, 60, 71])).toEqual([]);
    expect(misreadOf([1, 2.5, 3, 1])).toEqual([]);
    expect(
      misreadOf(
        [1, 2, 3],
        ROSTER.map((own) => ({ ...own, levels: ['number'] as const })),
      ),
    ).toEqual([]);
  });

  it('is categories that are many bare numbers', () => {
    const { view } = summaryOf(aged([1, 2]), { rows: [{ variable: OF_GROWERS.mood }] });
    const leaves = Array.from({ length: 12 }, (_, k) => ({
      ...view.items[0]!.leaves[0]!,
      code: `${k}`,
      label: `${k}`,
    }));
    const wide = { ...view, items: [{ ...view.items[0]!, leaves }] };
    expect(misreadIn(wide, ROSTER)).toMatchObject([{ variable: OF_GROWERS.mood, levels: ['number'] }]);
    const named = { ...view, items: [{ ...view.items[0]!, leaves: leaves.map((leaf) => ({ ...leaf, label: 'x' })) }] };
    expect(misreadIn(named, ROSTER)).toEqual([]);
  });
});
