import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { axisOf } from './axis.js';
import type { CodedColumn, SetsColumn } from './column.js';
import { numberGroups } from './number-groups.js';
import { numberPlaces } from './number-places.js';
import { describeTally, isTallied, tallyNumbers } from './number-tally.js';
import type { GroupNumbers } from './types.js';

const person = fc.record({
  value: fc.oneof(fc.constant(NaN), fc.integer({ min: -3, max: 9 }), fc.double({ min: -9, max: 9, noNaN: true })),
  weight: fc.double({ min: 0.1, max: 4, noNaN: true }),
  site: fc.nat(3),
  season: fc.nat(2),
  crops: fc.nat(3),
  inside: fc.nat(1),
});

const coded = (values: readonly number[], codes: number): CodedColumn => ({
  kind: 'coded',
  values: Uint8Array.from(values),
  codes: Array.from({ length: codes }, (_, k) => String(k + 1)),
});

/** The same figures, but for what rounding in another order makes of them. */
const near = (group: GroupNumbers | null) =>
  group &&
  Object.fromEntries(
    Object.entries(group).map(([name, value]) => [
      name,
      typeof value === 'number' ? (expect.closeTo(value, 9) as number) : null,
    ]),
  );

describe('numbers tallied by cell', () => {
  it('tell what numbers sorted one by one tell', () => {
    fc.assert(
      fc.property(
        fc.array(person, { maxLength: 60 }),
        fc.boolean(),
        fc.boolean(),
        fc.boolean(),
        (people, isWeighted, isSplit, isQuestion) => {
          const site = coded(
            people.map((respondent) => respondent.site),
            3,
          );
          const crops: SetsColumn = {
            kind: 'sets',
            words: Uint32Array.from(people, (respondent) => respondent.crops),
            width: 1,
            state: Uint8Array.from(people, (one) => (one.crops === 0 ? 3 : 1)),
            options: ['beans', 'kale'],
          };
          const across = isQuestion ? crops : site;
          const season = coded(
            people.map((respondent) => respondent.season),
            2,
          );
          const answers = axisOf(across).slots.map(({ is }) => is === (isQuestion ? 'mentioned' : 'code'));
          const nest = [{ column: across, answers }];
          const within = isSplit ? { column: season, answers: [false, true, true] } : null;
          const who = {
            respondents: people.length,
            mask: Uint8Array.from(people, (respondent) => respondent.inside),
            weight: isWeighted ? Float64Array.from(people, (respondent) => respondent.weight) : null,
          };
          const numbers = numberPlaces(
            Float64Array.from(people, (respondent) => respondent.value),
            0,
          );
          const sorted = numberGroups({ numbers, nest, within, ...who });
          const tally = tallyNumbers(numbers, [across, ...(within ? [season] : [])], who);
          const told = describeTally(tally, numbers.distinct, nest, within);
          expect(told).toEqual(
            sorted.map(({ all, ties, groups }) => ({ all: near(all), ties, groups: groups.map(near) })),
          );
        },
      ),
    );
  });

  it('are not too many', () => {
    const column = coded([], 9);
    expect(isTallied({ distinct: new Float64Array(1000) }, [column])).toBe(true);
    expect(isTallied({ distinct: new Float64Array(1_000_000) }, [column])).toBe(false);
  });
});
