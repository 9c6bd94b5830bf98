import { wholeValues } from '../../recode/whole-values.js';
import fc from 'fast-check';
import { type CountAsked, planOf } from '../../count/asked.js';
import type { CodedColumn, Column } from '../../count/column.js';
import { numberPlaces } from '../../count/number-places.js';
import { countPlan } from '../../count/plan.js';
import type { ConditionRule } from '../../count/rule-shape.js';
import type { CountArray } from '../../count/types.js';
import { kindOf } from '../../recode/registry.js';
import type { Recipe } from '../../recode/recipe-shape.js';
import { lookup } from '../build.js';
import { type LinkedColumn, shellOf } from '../column.js';
import { deriveLinked } from '../derive.js';
import type { Row } from '../evaluate.js';
import type { Asking } from '../query.js';

/** A study twice: its columns here, and the table of an engine with the same respondents in it. */
export interface RandomStudy {
  respondents: number;
  columns: Map<number, Column>;
  linked: Map<number, LinkedColumn>;
  rows: Row[];
}

/** The columns of a random study, by what they are. */
export const IDS = {
  site: 1,
  grade: 2,
  slotA: 3,
  slotB: 4,
  slotC: 5,
  hours: 6,
  weight: 7,
  crops: 8,
  ranked: 9,
} as const;

const CODES: Record<string, readonly string[]> = {
  site: ['north', "o'hara", 'ta"b', 'back\\slash', '-9'],
  grade: ['1', '2', '2.5', '10', '99'],
  slot_a: ['a', 'b', 'c', 'x'],
  slot_b: ['a', 'b', 'c', 'x'],
  slot_c: ['a', 'b', 'c'],
};
/** What stands in the column of hours where it is no number. */
const WORD = 'plenty';

const slotCodes = ['a', 'b', 'c', 'x'].map((code) => ({ code, label: code.toUpperCase(), missing: null }));

/** Codes of a column of texts; or of numbers, as the grade is one. */
const codedOf = (name: string, as: 'text' | 'number' = 'text'): LinkedColumn => ({
  kind: 'coded',
  codes: [...CODES[name]!],
  parts: {
    place: lookup(
      { is: 'column', name, as },
      CODES[name]!.map((code, k) => [as === 'number' ? Number(code) : code, k + 1] as const),
      -1,
      0,
    ),
  },
});

const numberOf = (name: string): LinkedColumn => ({
  kind: 'number',
  words: name === 'hours' ? [WORD] : [],
  parts: {
    value: { is: 'column', name, as: 'number' },
    // Another column says who wrote a word, for a number column of an engine holds none.
    word:
      name === 'hours'
        ? lookup({ is: 'column', name: 'hours_word', as: 'text' }, [[WORD, 1]], 0)
        : { is: 'whole', value: 0 },
  },
});

const QUESTION = {
  kind: 'slots' as const,
  sources: [IDS.slotA, IDS.slotB, IDS.slotC],
  options: slotCodes.slice(0, 3).map(({ code, label }) => ({ code, label })),
  none: 'x',
};

/** Makes the questions of a study, here and in the engine. @param run does work that asks */
export function makeQuestions(study: RandomStudy, run: <T>(work: Asking<T>) => T): void {
  for (const [id, settle] of [
    [IDS.crops, 'option'],
    [IDS.ranked, 'aside'],
  ] as const) {
    const recipe: Recipe = { ...QUESTION, settle };
    const sources = [IDS.slotA, IDS.slotB, IDS.slotC].map((source) => ({
      id: source,
      title: `V${source}`,
      level: 'unordered' as const,
      codes: slotCodes,
      linked: study.linked.get(source)!,
      texts: () => ({ at: () => null, known: null }),
    }));
    const input = { respondents: study.respondents, called: <T>(same: T) => same, marks: [] };
    const local = kindOf(recipe).derive(recipe, {
      ...input,
      sources: sources.map((source) => ({ ...source, column: study.columns.get(source.id)! })),
    });
    const values = wholeValues(local.values, local.groups);
    if (values.is === 'sets') study.columns.set(id, values.column);
    const linkedSources = sources.map((source) => ({ ...source, column: shellOf(source.linked) }));
    study.linked.set(id, run(deriveLinked(recipe, linkedSources)).linked);
  }
}

const person = fc.record({
  site: fc.integer({ min: 0, max: 5 }),
  grade: fc.integer({ min: 0, max: 5 }),
  slot_a: fc.integer({ min: 0, max: 4 }),
  slot_b: fc.integer({ min: 0, max: 4 }),
  slot_c: fc.integer({ min: 0, max: 3 }),
  hours: fc.constantFrom(null, 0, 1.25, 3, 8, -1, 40, 'word'),
  weight: fc.constantFrom(null, 0, 0.5, 1, 2.25, -1),
});

/** A study of drawn respondents, without its questions. */
export const randomStudy: fc.Arbitrary<RandomStudy> = fc
  .array(person, { minLength: 1, maxLength: 60 })
  .map((people) => {
    const codedHere = (name: 'site' | 'grade' | 'slot_a' | 'slot_b' | 'slot_c'): CodedColumn => ({
      kind: 'coded',
      values: Uint8Array.from(people, (one) => one[name]),
      codes: [...CODES[name]!],
    });
    const hours = Float64Array.from(people, ({ hours: own }) => (typeof own === 'number' ? own : NaN));
    const halves = new Uint32Array(hours.buffer);
    people.forEach(({ hours: own }, k) => {
      if (typeof own !== 'number') halves[2 * k] = own === 'word' ? 1 : 0;
    });
    const columns = new Map<number, Column>([
      [IDS.site, codedHere('site')],
      [IDS.grade, codedHere('grade')],
      [IDS.slotA, codedHere('slot_a')],
      [IDS.slotB, codedHere('slot_b')],
      [IDS.slotC, codedHere('slot_c')],
      [IDS.hours, { kind: 'number', values: hours, words: [WORD] }],
      [IDS.weight, { kind: 'number', values: Float64Array.from(people, ({ weight }) => weight ?? NaN), words: [] }],
    ]);
    const linked = new Map<number, LinkedColumn>([
      [IDS.site, codedOf('site')],
      [IDS.grade, codedOf('grade', 'number')],
      [IDS.slotA, codedOf('slot_a')],
      [IDS.slotB, codedOf('slot_b')],
      [IDS.slotC, codedOf('slot_c')],
      [IDS.hours, numberOf('hours')],
      [IDS.weight, numberOf('weight')],
    ]);
    const code = (name: string, place: number) => CODES[name]![place - 1] ?? null;
    const rows = people.map((one): Row => ({
      site: code('site', one.site),
      grade: one.grade === 0 ? null : Number(code('grade', one.grade)),
      slot_a: code('slot_a', one.slot_a),
      slot_b: code('slot_b', one.slot_b),
      slot_c: code('slot_c', one.slot_c),
      hours: typeof one.hours === 'number' ? one.hours : null,
      hours_word: one.hours === 'word' ? WORD : null,
      weight: one.weight,
    }));
    return { respondents: people.length, columns, linked, rows };
  });

const ref = (column: number, missing: string[] = []) => ({ column, title: `V${column}`, missing });
const GONE: Record<number, string[]> = { [IDS.site]: ['-9'], [IDS.grade]: ['99'], [IDS.hours]: ['-1'] };
const grouping = (column: number) => ref(column, GONE[column] ?? []);

const rules = (column: number): fc.Arbitrary<ConditionRule> => {
  if (column === IDS.hours)
    return fc.constantFrom({ is: 'between', from: 1, to: 8 }, { is: 'between', from: null, to: 3 });
  if (column === IDS.crops)
    return fc.constantFrom(
      { is: 'any-of', codes: ['a', 'c'] },
      { is: 'none-of', codes: ['b'] },
      { is: 'at-least', least: 2, codes: [] },
    );
  return fc.constantFrom(
    { is: 'any-of', codes: ['north', '2', '-9'] },
    { is: 'none-of', codes: ["o'hara", '1'] },
    { is: 'between', from: 2, to: null },
  );
};
const condition = fc
  .constantFrom(IDS.site, IDS.grade, IDS.hours, IDS.crops)
  .chain((column) => rules(column).map((rule) => ({ ...grouping(column), rule })));
const clause = fc.oneof(
  condition,
  condition.map((not_) => ({ not: not_ })),
  fc.tuple(condition, condition).map(([a, b]) => ({ and: [a, { not: b }] })),
  fc.tuple(condition, condition).map(([a, b]) => ({ or: [a, b] })),
);

const plainRow = (column: number): CountAsked['rows'][number] => ({
  ...ref(column),
  slots: null,
  nets: [],
  described: null,
});
const SLOTS: number[] = [IDS.slotA, IDS.slotB, IDS.slotC];
const row = fc.constantFrom<CountAsked['rows'][number]>(
  plainRow(IDS.site),
  plainRow(IDS.grade),
  plainRow(IDS.crops),
  { ...plainRow(IDS.crops), nets: [['a', 'b'], ['c'], ['gone']] },
  { ...plainRow(IDS.ranked), slots: { as: 'first', columns: SLOTS } },
  { ...plainRow(IDS.crops), slots: { as: 'rank', columns: SLOTS } },
  { ...plainRow(IDS.hours), described: { missing: ['-1'] } },
  { ...plainRow(IDS.grade), described: { missing: ['99'] } },
);
const across = fc.constantFrom<number>(IDS.site, IDS.grade, IDS.crops, IDS.slotA).map(grouping);

/** What is asked of such a study: anything that a sentence can ask. */
export const randomAsked: fc.Arbitrary<CountAsked> = fc.record({
  rows: fc.array(row, { minLength: 1, maxLength: 3 }),
  nests: fc.oneof(
    fc.constant<CountAsked['nests']>([[]]),
    fc.array(fc.array(across, { minLength: 1, maxLength: 2 }), { minLength: 1, maxLength: 2 }),
    fc.constant<CountAsked['nests']>([[grouping(IDS.hours)]]),
  ),
  within: fc.oneof({ weight: 3, arbitrary: fc.constant(null) }, { weight: 1, arbitrary: across }),
  only: fc.array(clause, { maxLength: 2 }),
  weight: fc.constantFrom(null, ref(IDS.weight), ref(IDS.grade, ['99'])),
});

/** The counts of columns that are here. */
export function countHere(asked: CountAsked, { columns, respondents }: RandomStudy): CountArray[] {
  const column = (id: number) => columns.get(id)!;
  const places = (id: number) => {
    const own = column(id);
    if (own.kind !== 'number') throw new Error('not a number');
    return numberPlaces(own.values, own.words.length);
  };
  return countPlan(planOf(asked, { column, places }, { from: 0, to: respondents }));
}

/** As an answer is sent: of what is not there, nothing. */
export const asSent = (value: unknown): unknown => JSON.parse(JSON.stringify(value));
