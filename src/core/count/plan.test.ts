import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CodedColumn, SetsColumn } from './column.js';
import { SET_STATE, SET_STATES } from './set-state.js';
import { count } from './count.js';
import { jointsOf } from './joint.js';
import { costOf, countPlan } from './plan.js';

const RESPONDENTS = 60;

const coded = (size: number): fc.Arbitrary<CodedColumn> =>
  fc.array(fc.nat(size), { minLength: RESPONDENTS, maxLength: RESPONDENTS }).map((values) => ({
    kind: 'coded',
    values: Uint8Array.from(values),
    codes: Array.from({ length: size }, (_, k) => String(k + 1)),
  }));
const sets: fc.Arbitrary<SetsColumn> = fc
  .array(fc.tuple(fc.nat(SET_STATES.length - 1), fc.integer({ min: 1, max: 7 })), {
    minLength: RESPONDENTS,
    maxLength: RESPONDENTS,
  })
  .map((given) => ({
    kind: 'sets',
    words: Uint32Array.from(given, ([state, bits]) => (state === SET_STATE.mentioned ? bits : 0)),
    width: 1,
    state: Uint8Array.from(given, ([state]) => state),
    options: ['a', 'b', 'c'],
  }));
const counted = fc.record({
  respondents: fc.constant(RESPONDENTS),
  mask: fc.option(fc.uint8Array({ minLength: RESPONDENTS, maxLength: RESPONDENTS, max: 1 })),
  filtered: fc.constant([]),
  weight: fc.option(
    fc
      .array(fc.integer({ min: 0, max: 8 }), { minLength: RESPONDENTS, maxLength: RESPONDENTS })
      .map((weights) => Float64Array.from(weights, (w) => w / 4)),
  ),
});

describe('a plan', () => {
  it('counts each row item by each nest as each is counted alone', () => {
    fc.assert(
      fc.property(
        counted,
        fc.tuple(coded(3), sets),
        fc.tuple(coded(2), coded(4), sets),
        fc.option(coded(2)),
        (who, rows, [a, b, c], within) => {
          const nests = [[a], [a, b], [], [b, c], [c, a]];
          const split = within ? [within] : [];
          const blocks = countPlan({
            ...who,
            rows: rows.map((column) => ({ column, slots: null })),
            nests,
            within,
          });
          const alone = rows.flatMap((row) => nests.map((nest) => count({ ...who, axes: [row, ...nest, ...split] })));
          expect(blocks).toEqual(alone);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('counts a nest as somebody would who looks at each respondent', () => {
    fc.assert(
      fc.property(coded(3), coded(2), coded(4), (row, outer, inner) => {
        const [block] = countPlan({
          respondents: RESPONDENTS,
          mask: null,
          filtered: [],
          weight: null,
          rows: [{ column: row, slots: null }],
          nests: [[outer, inner]],
          within: null,
        });
        const [rows = 0, width = 0, depth = 0] = block!.axes.map(({ slots }) => slots.length);
        for (let i = 0; i < rows; i++) {
          for (let j = 0; j < width; j++) {
            for (let l = 0; l < depth; l++) {
              const there = Array.from(row.values).filter(
                (value, k) => value === i && outer.values[k] === j && inner.values[k] === l,
              );
              expect(block!.respondents[(i * width + j) * depth + l]).toBe(there.length);
            }
          }
        }
      }),
      { numRuns: 30 },
    );
  });
  it('counts row items together by nests of few combinations, and counts the same', () => {
    // As many respondents as make it worth it: the columns of the other test, many times over.
    const repeated = (column: CodedColumn): CodedColumn => ({
      ...column,
      values: Uint8Array.from({ length: 40 * RESPONDENTS }, (_, k) => column.values[(k * 7) % RESPONDENTS]!),
    });
    fc.assert(
      fc.property(
        fc.tuple(coded(3), coded(2), coded(3), coded(2)),
        fc.integer({ min: 1, max: 6 }),
        fc.boolean(),
        (columns, length, filtered) => {
          const [row, a, b, within] = columns.map(repeated) as [CodedColumn, CodedColumn, CodedColumn, CodedColumn];
          const respondents = 40 * RESPONDENTS;
          const mask = filtered ? Uint8Array.from({ length: respondents }, (_, k) => (k % 3 === 0 ? 0 : 1)) : null;
          const who = { respondents, mask, filtered: [], weight: null };
          // More than the joint holds stands in a joint of its own, or in none.
          const wide: CodedColumn = {
            kind: 'coded',
            values: Uint16Array.from({ length: respondents }, (_, k) => (k * 31) % 4000),
            codes: Array.from({ length: 3999 }, (_, k) => String(k)),
          };
          const nests = [[a], [b], [a, b], [wide]];
          const items = Array.from({ length }, (_, k) => [row, a, b][k % 3]!);
          const blocks = countPlan({
            ...who,
            rows: items.map((column) => ({ column, slots: null })),
            nests,
            within,
          });
          expect(jointsOf(nests.slice(0, 3), respondents).map((joint) => joint.nests.length)).toEqual([3]);
          expect(blocks).toEqual(
            items.flatMap((item) => nests.map((nest) => count({ ...who, axes: [item, ...nest, within] }))),
          );
        },
      ),
      { numRuns: 20 },
    );
  });
  it('tells its cost, and is refused where it is too large, before it is counted', () => {
    const wide: CodedColumn = {
      kind: 'coded',
      values: new Uint8Array(1),
      codes: Array.from({ length: 199 }, (_, k) => String(k)),
    };
    const plan = {
      respondents: 1,
      mask: null,
      filtered: [],
      weight: null,
      rows: Array.from({ length: 30 }, () => ({ column: wide, slots: null })),
      nests: [[wide], [wide, wide]],
      within: null,
    };
    expect(costOf(plan)).toMatchObject({ blocks: 60, cells: 30 * (200 ** 2 + 200 ** 3) });
    expect(() => countPlan(plan)).toThrow('60 tables would have 241,200,000 cells');
  });
});
