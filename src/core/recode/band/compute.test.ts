import { byId } from '../../by-id.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Code } from '../../codebook/types.js';
import type { Column } from '../../count/column.js';
import { band, banded, bandFinder, OUTSIDE, mismatchesOf } from './compute.js';
import { checkBand } from './check.js';
import { proveBand } from './prove.js';
import { bandsAt, edgesByShare, edgesByWidth, labelOfRange, labelWithout } from './edges.js';
import { tallyValues } from '../numbers.js';
import { BAND_ENDS, type Cut, type Band } from './shape.js';
import type { Finding } from '../proof-shape.js';

const REFUSED: Code[] = [{ code: '999', label: 'Refused', missing: 'refused' }];
const numbers = (...values: number[]): Column => ({ kind: 'number', values: Float64Array.from(values), words: [] });
const recipe = (bands: Cut[], more: Partial<Band> = {}): Band => ({
  kind: 'band',
  source: 1,
  ends: 'both',
  bands,
  taken: [],
  ...more,
});
const range = (label: string, from: number | null, to: number | null): Cut => ({
  is: 'range',
  code: label,
  label,
  from,
  to,
});
const single = (label: string, ...values: number[]): Cut => ({ is: 'values', code: label, label, values });

const AGES = numbers(15, 18, 24, 25, 34, 35, 64, 65, 92, 999, NaN);
const prove = (banding: Band, column: Column = AGES, codes: readonly Code[] = REFUSED) =>
  proveBand(banding, codes, tallyValues(column as Extract<Column, { kind: 'number' }>));
const finding = (banding: Band, id: Finding['id']) => byId(prove(banding).findings, id);

describe('bands of a number', () => {
  const ages = recipe([range('Young', 18, 34), range('Middle', 35, 64), range('Old', 65, null)]);

  it('leave a missing code without an answer, though a band reaches over it', () => {
    const { made, values } = band(ages, REFUSED, AGES, 'Age');
    expect([...values].map((place) => made.codes[place - 1]?.code ?? '')).toEqual([
      OUTSIDE,
      'Young',
      'Young',
      'Young',
      'Young',
      'Middle',
      'Middle',
      'Old',
      'Old',
      '999',
      '',
    ]);
    expect(made.codes.find(({ code }) => code === '999')).toEqual(REFUSED[0]);
    expect(finding(ages, 'reaches')?.text).toBe(
      'Old reaches over 999 (refused, 1 respondent); it stays without an answer.',
    );
  });

  it('take a missing code in only where it is named', () => {
    const taken = recipe(ages.bands as Cut[], { taken: ['999'] });
    const { made, values } = band(taken, REFUSED, AGES, 'Age');
    expect(made.codes[values[9]! - 1]?.code).toBe('Old');
    expect(finding(taken, 'revived')?.text).toContain('put in on purpose');
  });

  it('say which answers are in none of them', () => {
    expect(prove(ages).holds).toBe(false);
    expect(finding(ages, 'gap')?.text).toBe('In no band: 15 (1 respondent). Widen a band, or add one.');
    expect(prove(recipe([range('All', null, null)])).holds).toBe(true);
  });

  it('say where two of them have the same values, and give those to the first', () => {
    const twice = recipe([range('To 25', null, 25), range('From 25', 25, null)]);
    expect(finding(twice, 'overlap')).toMatchObject({ holds: false });
    expect(finding(twice, 'overlap')?.text).toContain('both have 25');
    expect(bandFinder(twice)(25)).toBe(0);
    // Where the upper end does not belong to a stretch, the same edges meet.
    expect(mismatchesOf({ ...twice, ends: 'lower' })).toEqual([]);
  });

  it('see a code for no answer that nobody has declared', () => {
    const proof = prove(recipe([range('All', null, null)]), numbers(18, 25, 31, 44, 60, 999, 999), []);
    expect(byId(proof.findings, 'suspect')?.text).toContain('999 (2 respondents, in All)');
    expect(proof.holds).toBe(false);
  });

  it('set single values apart from stretches', () => {
    const apart = recipe([single('None', 0), range('Some', null, 5), range('Many', 6, null)]);
    expect([0, 3, 6].map(bandFinder(apart))).toEqual([0, 1, 2]);
    expect(mismatchesOf(apart)).toEqual([{ is: 'gap', from: 5, to: 6, between: [1, 2] }]);
  });

  it('work on codes that spell numbers, and leave words out', () => {
    const coded: Column = { kind: 'coded', codes: ['1', '2', 'n/a'], values: Uint8Array.from([0, 1, 2, 3]) };
    const { made, values } = band(recipe([range('One', 1, 1), range('Two', 2, 2)]), [], coded, 'Rooms');
    expect([...values].map((place) => made.codes[place - 1]?.code ?? '')).toEqual(['', 'One', 'Two', OUTSIDE]);
  });

  it('are refused on text, without a label, with one label twice, and from high to low', () => {
    expect(() => band(recipe([range('All', null, null)]), [], { kind: 'text', values: [] }, 'Why')).toThrow(
      'Why is text, which has no numbers.',
    );
    expect(() => checkBand(recipe([]))).toThrow('not cut into bands');
    expect(() => checkBand(recipe([range(' ', 1, 2)]))).toThrow('Band 1 has no label.');
    expect(() => checkBand(recipe([range('A', 1, 2), range('a ', 3, 4)]))).toThrow(
      'Bands 1 and 2 are both called "a".',
    );
    expect(() => checkBand(recipe([range('A', 5, 2)]))).toThrow('reach from 5 to 2');
    expect(() => checkBand(recipe([single('A', 1), single('B', 1)]))).toThrow('1 stands in "A" and in "B".');
  });
});

describe('edges', () => {
  it('are named after the numbers between them', () => {
    expect(bandsAt([25, 35], 'both', true).map(({ label }) => label)).toEqual(['Up to 24', '25 to 34', '35 and over']);
    expect(bandsAt([25, 35], 'lower', true).map(({ label }) => label)).toEqual(['Up to 24', '25 to 34', '35 and over']);
    expect(bandsAt([2.5, 5], 'lower', false).map(({ label }) => label)).toEqual([
      'Under 2.5',
      '2.5 to under 5',
      '5 and over',
    ]);
    expect(bandsAt([2.5, 5], 'upper', false).map(({ label }) => label)).toEqual([
      'Up to 2.5',
      'Over 2.5 to 5',
      'Over 5',
    ]);
    expect(labelOfRange(7, 8, 'lower', true)).toBe('7');
  });

  it('cut a stretch into equal parts', () => {
    expect(edgesByWidth(0, 99, 4, true)).toEqual([25, 50, 75]);
    expect(edgesByWidth(0, 1, 4, false)).toEqual([0.25, 0.5, 0.75]);
  });

  it('cut respondents into shares as near as the values allow', () => {
    const even: [number, number][] = [
      [1, 10],
      [2, 10],
      [3, 10],
      [4, 10],
    ];
    expect(edgesByShare(even, [0.25, 0.5, 0.75], 'lower')).toEqual([2, 3, 4]);
    expect(edgesByShare(even, [0.25, 0.5, 0.75], 'upper')).toEqual([1, 2, 3]);
    // Most have one value: it cannot be parted.
    expect(
      edgesByShare(
        [
          [1, 5],
          [2, 90],
          [3, 5],
        ],
        [0.5],
        'lower',
      ),
    ).toEqual([3]);
  });

  it.each(BAND_ENDS)('make bands that share the line: every number is in exactly one (%s)', (ends) => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: -50, max: 50 }), { minLength: 1, maxLength: 8 }),
        fc.array(
          fc.oneof(
            fc.integer({ min: -80, max: 80 }),
            ends === 'both' ? fc.integer({ min: -80, max: 80 }) : fc.double({ min: -80, max: 80, noNaN: true }),
          ),
          { minLength: 1 },
        ),
        (bands, values) => {
          const edges = bands.sort((a, b) => a - b);
          const cut = recipe(bandsAt(edges, ends, true), { ends });
          const inBands = values.map(
            (value) => cut.bands.filter((candidate) => bandFinder({ bands: [candidate], ends })(value) === 0).length,
          );
          expect(inBands.every((count) => count === 1)).toBe(true);
          expect(mismatchesOf(cut).filter(({ is }) => is === 'overlap')).toEqual([]);
          const places = values.map(bandFinder(cut));
          // Bands are in the order of the numbers.
          values.forEach((a, i) =>
            values.forEach((b, j) => expect(a <= b ? places[i]! <= places[j]! : true).toBe(true)),
          );
        },
      ),
      { numRuns: 60 },
    );
  });

  it('of any recipe: counts reconcile, and missing stays missing', () => {
    const cuts = fc.array(fc.tuple(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 0, max: 20 })), {
      minLength: 1,
      maxLength: 6,
    });
    fc.assert(
      fc.property(
        cuts,
        fc.array(fc.integer({ min: 0, max: 20 })),
        fc.constantFrom(...BAND_ENDS),
        (some, values, ends) => {
          const bands = some.map(([a, b], k) => range(`band ${k}`, Math.min(a, b), Math.max(a, b)));
          const codes: Code[] = [{ code: '7', label: 'Refused', missing: 'refused' }];
          const banding = recipe(bands, { ends });
          const column = numbers(...values, NaN);
          const { made, values: after } = band(banding, codes, column, 'x');
          const proof = prove(banding, column, codes);
          expect(byId(proof.findings, 'reconciled')?.holds).toBe(true);
          expect(proof.columns.reduce((sum, { respondents }) => sum + respondents, 0)).toBe(values.length + 1);
          values.forEach((value, k) => expect(made.codes[after[k]! - 1]?.missing === null ? value : 0).not.toBe(7));
          proof.columns.slice(0, -1).forEach(({ code, respondents }) => {
            expect([...after].filter((place) => made.codes[place - 1]?.code === code).length).toBe(respondents);
          });
          expect(banded(banding, codes, false).codes.filter(({ missing }) => missing !== null)).toEqual(codes);
        },
      ),
    );
  });
});

describe('the label of a band from which values are set apart', () => {
  it.each([
    [null, 31, 'both', true, [16], 'Up to 31, not 16'],
    [16, 31, 'both', true, [16], '17 to 31'],
    [16, 31, 'both', true, [16, 17, 31, 20], '18 to 30, not 20'],
    [16, 32, 'lower', true, [16, 31], '17 to 30'],
    [15, 31, 'upper', true, [16], '17 to 31'],
    [16, null, 'both', true, [16, 99], '17 and over, not 99'],
    [16, 31, 'both', true, [32, 5], '16 to 31'],
    [16, 16, 'both', true, [16], '16, not 16'],
    [0, 2, 'lower', false, [1.5, 2], '0 to under 2, not 1.5'],
  ] as const)('%j to %j, %s ends, whole %j, without %j', (from, to, ends, whole, apart, label) => {
    expect(labelWithout({ from, to }, ends, whole, apart)).toBe(label);
  });
});
