import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import { coMentions, type Mentioned } from './co-mention.js';
import { holm } from './adjust.js';
import { cochranQ } from './cochran-q.js';

/** Options by options of who mentioned what, each respondent with a weight. */
function asked(people: readonly (readonly number[])[], options: number, weights?: readonly number[]): Mentioned {
  const square = () => Array.from({ length: options }, () => new Array<number>(options).fill(0));
  const [together, squares] = [square(), square()];
  people.forEach((mentions, k) => {
    const w = weights?.[k] ?? 1;
    for (const a of mentions) {
      for (const b of mentions) {
        together[a]![b]! += w;
        squares[a]![b]! += w * w;
      }
    }
  });
  const sum = (of: (w: number) => number) => people.reduce((all, _, k) => all + of(weights?.[k] ?? 1), 0);
  return {
    n: people.length,
    weight: sum((w) => w),
    square: sum((w) => w * w),
    weighted: weights !== undefined,
    together,
    squares,
  };
}

const person = fc.subarray([0, 1, 2, 3]);
const crowd = fc.array(person, { minLength: 6, maxLength: 60 });
const table = (
  people: readonly (readonly number[])[],
  weights: readonly number[],
  power: number,
  a: number,
  b: number,
) => {
  const cells = [
    [0, 0],
    [0, 0],
  ];
  people.forEach(
    (mentions, k) => (cells[mentions.includes(a) ? 0 : 1]![mentions.includes(b) ? 0 : 1]! += weights[k]! ** power),
  );
  return cells;
};

describe('options mentioned together', () => {
  it('have the phi, the p and the McNemar p of their own 2 x 2 table', () => {
    fc.assert(
      fc.property(crowd, (people) => {
        const ones = people.map(() => 1);
        const { pairs } = coMentions(asked(people, 4));
        const assessments = pairs.map(({ a, b }) =>
          assess({ counts: table(people, ones, 1, a, b), exact: { method: 'none' } }),
        );
        const ps = holm(assessments.flatMap(({ tests }) => tests.pearson?.p ?? []));
        let at = 0;
        pairs.forEach((pair, k) => {
          const { tests, measures } = assessments[k]!;
          if (pair.phi === null) expect(measures.phi).toBeUndefined();
          else {
            expect(pair.phi).toBeCloseTo(measures.phi!.value, 12);
            expect(pair.p).toBeCloseTo(ps[at++]!, 12);
          }
          expect(pair.differP === null).toBe(tests.mcnemar === undefined && pair.onlyA + pair.onlyB === 0);
        });
      }),
      { numRuns: 60 },
    );
  });

  it('with weights have the p of Rao and Scott of their own table', () => {
    fc.assert(
      fc.property(
        fc.array(fc.subarray([0, 1]), { minLength: 6, maxLength: 60 }),
        fc.infiniteStream(fc.integer({ min: 1, max: 9 })),
        (people, stream) => {
          const weights = people.map(() => stream.next().value as number);
          fc.pre(new Set(weights).size > 1);
          const { pairs, q } = coMentions({ ...asked(people, 2, weights) });
          expect(q).toHaveProperty('absent');
          const [pair] = pairs;
          const ones = people.map(() => 1);
          const { tests } = assess({
            counts: table(people, ones, 1, 0, 1),
            weights: { sums: table(people, weights, 1, 0, 1), squares: table(people, weights, 2, 0, 1) },
          });
          const expected = tests['rao-scott']?.p;
          if (expected !== undefined && pair?.p != null) expect(pair.p).toBeCloseTo(expected, 8);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('are as frequent as each other by Cochran’s Q of the answers themselves', () => {
    fc.assert(
      fc.property(crowd, (people) => {
        const answers = people.map((mentions) => [0, 1, 2, 3].map((j) => (mentions.includes(j) ? 1 : 0)));
        const theirs = cochranQ(
          answers,
          people.map(() => 1),
        );
        const { q } = coMentions(asked(people, 4));
        if ('absent' in theirs) expect(q).toHaveProperty('absent');
        else expect((q as typeof theirs).statistic).toBeCloseTo(theirs.statistic!, 9);
      }),
    );
  });
});
