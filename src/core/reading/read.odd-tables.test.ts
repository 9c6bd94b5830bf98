import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { AxisLevel } from '../assess/requests.js';
import type { Paper, PaperKind } from '../paper/paper.js';
import { readPaper } from '../paper/read-paper.js';
import type { Table } from '../table/table.js';
import { lettersOf } from './letters.js';
import { marksOf } from './marks.js';
import { readCodings } from './read-codings.js';
import { readRelated } from './read-related.js';
import { assessmentOfTable, read } from './read.js';
import { readSplit } from './read-within.js';
import { assessSplit } from './split/assess-split.js';
import {
  workedExamplesOfLines,
  workedExamplesOfSplit,
  workedExamplesOfTable,
  type WorkedExamples,
} from './worked-examples/worked-examples-of.js';
import type { Answer } from './types.js';

/** Whatever is typed, every word on screen is a word and every figure a number. */
const LEVELS: readonly AxisLevel[] = ['unordered', 'ordered'];

const level = fc.constantFrom(...LEVELS);

const cell = fc.oneof(
  { weight: 4, arbitrary: fc.integer({ min: 0, max: 3 }) },
  { weight: 3, arbitrary: fc.integer({ min: 0, max: 60 }) },
  { weight: 2, arbitrary: fc.constant(0) },
  { weight: 1, arbitrary: fc.constantFrom(1_000_000, 1_000_000_000) },
);

const sized = (r: number, c: number) =>
  fc.array(fc.array(cell, { minLength: c, maxLength: c }), { minLength: r, maxLength: r });

const size = fc.tuple(fc.integer({ min: 2, max: 5 }), fc.integer({ min: 2, max: 5 }));

const table = size.chain(([r, c]) => sized(r, c));

function paper(
  kind: PaperKind,
  blocks: number[][][],
  rows: AxisLevel = 'unordered',
  columns: AxisLevel = 'unordered',
): Paper {
  return {
    kind,
    rows: blocks[0]!.map(() => ''),
    columns: blocks[0]![0]!.map(() => ''),
    blocks: blocks.map((cells) => ({ name: '', cells: cells.map((line) => line.map(String)) })),
    sides: { rows: { title: 'Answer', level: rows }, columns: { title: 'Group', level: columns } },
    within: '',
    metric: 'nominal',
    keepTotals: true,
  };
}

const WRONG = /NaN|Infinity|undefined|null|\[object|-0\b/;

/** Every text and figure of the answers and of their sums. */
function soundly(answers: readonly Answer[], sums: WorkedExamples | null): void {
  for (const { verdict, tests, measures, cells, checks, sentence, notes } of answers) {
    const texts = [
      verdict ?? '',
      sentence ?? '',
      ...notes,
      ...checks.map(({ text }) => text),
      ...tests.flatMap(({ name, text, about }) => [name, text, about]),
      ...measures.flatMap(({ name, about, detail }) => [name, about, detail ?? '']),
      ...cells.flatMap(({ subject, parts }) => [subject, ...parts.map(({ text }) => text)]),
    ];
    for (const text of texts) expect(text).not.toMatch(WRONG);
    for (const { id, value, lower, upper, range } of measures) {
      for (const figure of [value, lower ?? 0, upper ?? 0]) expect(Number.isFinite(figure), id).toBe(true);
      if (lower !== null && upper !== null) expect(lower, id).toBeLessThanOrEqual(upper);
      expect(range[0], id).toBeLessThan(range[1]);
    }
    for (const { id } of [...tests, ...measures]) {
      const sum = sums?.has(id) ? sums.of(id) : null;
      if (!sum) continue;
      expect(Number.isFinite(sum.result), id).toBe(true);
      for (const line of [sum.formula, ...sum.steps]) expect(line, id).not.toMatch(/NaN|Infinity|undefined|\[object/);
    }
  }
}

function soundTable(sound: Table | null, proportions?: readonly number[]): void {
  if (!sound) return;
  const assessment = assessmentOfTable(sound, 0.95);
  soundly(read(sound, assessment, 0.95, { proportions }), workedExamplesOfTable(sound, assessment, 0.95, proportions));
  const marks = marksOf(sound, assessment);
  const letters = lettersOf(sound, assessment);
  for (const part of [marks, letters?.above]) {
    if (!part) continue;
    expect(part.map((row) => row.length)).toEqual(sound.cells.map((row) => row.length));
  }
  for (const mark of marks?.flat() ?? []) {
    if (!mark) continue;
    expect([mark.expected, mark.residual, mark.p].every(Number.isFinite)).toBe(true);
    expect(mark.p).toBeGreaterThanOrEqual(0);
    expect(mark.p).toBeLessThanOrEqual(1);
  }
}

describe('any table', () => {
  it('of counts is read in whole words', () => {
    fc.assert(
      fc.property(table, level, level, (counts, rows, columns) => {
        soundTable(readPaper(paper('cross', [counts], rows, columns)).table);
      }),
      { numRuns: 80 },
    );
  });

  it('of weights', () => {
    const weights = fc.array(fc.double({ min: 0.001, max: 500, noNaN: true }), { maxLength: 4 });
    const weighted = size.chain(([r, c]) =>
      fc.array(fc.array(weights, { minLength: c, maxLength: c }), { minLength: r, maxLength: r }),
    );
    fc.assert(
      fc.property(weighted, level, level, (cells, rows, columns) => {
        const each = (value: (w: number) => number) =>
          cells.map((row) => row.map((all) => all.reduce((sum, w) => sum + value(w), 0)));
        const read = readPaper(paper('weighted', [each(() => 1), each((w) => w), each((w) => w * w)], rows, columns));
        soundTable(read.table);
        if (
          each(() => 1)
            .flat()
            .some((n) => n > 0)
        )
          expect(read.table).not.toBeNull();
      }),
      { numRuns: 60 },
    );
  });

  it('in strata', () => {
    const strata = fc
      .tuple(fc.integer({ min: 2, max: 4 }), fc.integer({ min: 2, max: 4 }), fc.integer({ min: 2, max: 4 }))
      .chain(([r, c, k]) => fc.array(sized(r, c), { minLength: k, maxLength: k }));
    fc.assert(
      fc.property(strata, level, level, (blocks, rows, columns) => {
        const { split } = readPaper(paper('strata', blocks, rows, columns));
        if (!split) return;
        const assessment = assessSplit(split, 0.95);
        soundly(readSplit(split, assessment, 0.95), workedExamplesOfSplit(split, assessment, 0.95));
        for (const stratum of split.strata) soundTable(stratum.table);
      }),
      { numRuns: 40 },
    );
  });

  it('of one list, with and without shares', () => {
    fc.assert(
      fc.property(fc.array(cell, { minLength: 2, maxLength: 8 }), fc.boolean(), (counts, given) => {
        const list = readPaper(paper('one-way', [counts.map((n, i) => (given ? [n, i + 1] : [n, 0]))]));
        soundTable(list.table, given ? list.proportions : undefined);
      }),
      { numRuns: 60 },
    );
  });

  it('of overlapping options', () => {
    const asked = fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 2, maxLength: 4 });
    const options = asked.chain((bases) =>
      fc.tuple(
        fc.constant(bases),
        fc.array(fc.tuple(...bases.map((base) => fc.integer({ min: 0, max: base }))), { minLength: 1, maxLength: 5 }),
      ),
    );
    fc.assert(
      fc.property(options, ([bases, mentions]) => {
        soundTable(readPaper(paper('multiple', [[bases, ...mentions]])).table);
      }),
      { numRuns: 60 },
    );
  });

  it('of answers and of codings', () => {
    const yes = fc.integer({ min: 0, max: 1 });
    const patterns = fc
      .integer({ min: 2, max: 5 })
      .chain((k) => fc.array(fc.array(yes, { minLength: k, maxLength: k }), { minLength: 1, maxLength: 12 }));
    const code = fc.oneof(fc.constant(null), fc.integer({ min: 0, max: 4 }));
    const codings = fc
      .integer({ min: 2, max: 4 })
      .chain((k) => fc.array(fc.array(code, { minLength: k, maxLength: k }), { minLength: 1, maxLength: 12 }));
    fc.assert(
      fc.property(
        patterns,
        codings,
        fc.constantFrom('nominal' as const, 'ordinal' as const, 'interval' as const, 'ratio' as const),
        (answers, units, metric) => {
          const related = { related: { answers } };
          soundly(
            readRelated(
              related,
              answers[0]!.map((_, k) => `Q${k}`),
              0.95,
            ),
            workedExamplesOfLines(related),
          );
          const coded = { codings: { units, metric } };
          soundly(readCodings(coded, 0.95), workedExamplesOfLines(coded));
        },
      ),
      { numRuns: 60 },
    );
  });
});
