import fc from 'fast-check';
import { type Code, MISSING_REASONS } from '../codebook/types.js';
import { STANDINGS } from '../count/set-state.js';
import { ADJUSTMENTS } from '../infer/adjust.js';
import type { NamedRecipe } from '../recode/recipe-shape.js';
import { MISSING_CODES } from '../recode/regroup/shape.js';
import { SETTLES } from '../recode/settle.js';
import { VERDICTS } from '../recode/theme/mark.js';
import { SWEEP_SORTS } from '../sweep/sweep-shape.js';
import { CHOICES, SORT_CHOICES } from '../table/figure-choice.js';
import { PARTS } from '../table/net.js';
import { HANDED, PICTURES } from '../table/picture-kinds.js';
import { MENTIONS, OFF_SCALE } from '../table/sentence.js';
import type { ClauseCalled } from '../table/sentence-shape.js';
import { MISSING_AS, SUMMARY_COLUMNS } from '../table/summary-shape.js';
import type {
  WrittenBinder,
  WrittenCodings,
  WrittenItem,
  WrittenStudy,
  WrittenTable,
  WrittenVariable,
} from './written.js';

/** Names and texts that have been taken for something else. */
const AWKWARD = [
  'by',
  'and',
  'only',
  'is',
  'within',
  'none',
  'Site',
  'q1',
  '9',
  '-1',
  '1.5',
  'no',
  'a b',
  'ä',
  '#1',
  '"',
];
const word = fc.oneof(
  fc.constantFrom(...AWKWARD),
  fc.string({ minLength: 1, maxLength: 8 }),
  fc.string({ minLength: 1, maxLength: 8, unit: 'grapheme' }),
);
const text = fc.oneof(
  fc.constantFrom('', 'Would not say', 'Ticked "none"\nof these', '\\', '# 9'),
  fc.string({ unit: 'grapheme' }),
);
const number = fc.oneof(fc.integer(), fc.double({ noNaN: true, noDefaultInfinity: true }));
const small = fc.nat(99);
const codes = fc.array(word, { maxLength: 4 });
const someCodes = fc.array(word, { minLength: 1, maxLength: 4 });
const labelled = fc.record({ code: word, label: text });
const reason = fc.constantFrom(...MISSING_REASONS);
const options = fc.array(labelled, { maxLength: 4 });

/** Fields that may be absent. */
const maybe = <T extends object>(fields: { [K in keyof T]: fc.Arbitrary<T[K]> }) =>
  fc.record(fields, { requiredKeys: [] }) as fc.Arbitrary<Partial<T>>;

const code: fc.Arbitrary<Code> = fc.record({ code: word, label: text, missing: fc.option(reason) });

/** That a recipe is of a kind. */
const kind = <K extends string>(own: K) => fc.constant(own);

/** Recipes that put codes or numbers in the place of others. */
function recipesOfCodes(names: readonly string[]): fc.Arbitrary<NamedRecipe> {
  const source = fc.constantFrom(...names);
  return fc.oneof<fc.Arbitrary<NamedRecipe>[]>(
    fc
      .tuple(
        fc.record({
          kind: kind('regroup'),
          source,
          level: fc.constantFrom('unordered' as const, 'ordered' as const),
          groups: fc.array(fc.record({ code: word, label: text, from: codes }), { maxLength: 4 }),
          setAside: codes,
        }),
        maybe({
          unnamed: fc.oneof(
            fc.constantFrom('left-over' as const, 'set-aside' as const, 'own' as const),
            fc.record({ group: word }),
          ),
          missing: fc.constantFrom(...MISSING_CODES),
          blank: fc.oneof(fc.record({ group: word }), fc.record({ missing: reason })),
        }),
      )
      .map(([own, more]) => ({ ...own, ...more })),
    fc.record({
      kind: kind('band'),
      source,
      ends: fc.constantFrom('lower' as const, 'upper' as const, 'both' as const),
      bands: fc.array(
        fc.oneof(
          fc.record({ is: kind('range'), code: word, label: text, from: fc.option(number), to: fc.option(number) }),
          fc.record({ is: kind('values'), code: word, label: text, values: fc.array(number, { maxLength: 3 }) }),
        ),
        { maxLength: 4 },
      ),
      taken: codes,
    }),
    fc.record({
      kind: kind('score'),
      of: fc.constantFrom('mean' as const, 'sum' as const, 'count' as const, 'minimum' as const, 'expression' as const),
      items: fc.array(fc.record({ source, reversed: fc.boolean(), weight: number, as: text }), { maxLength: 3 }),
      atLeast: small,
      scale: fc.option(fc.record({ from: number, to: number }), { nil: null }),
      codes,
      expression: text,
    }),
  );
}

/** Recipes of several variables, and conversions. */
function recipesOfSeveral(names: readonly string[]): fc.Arbitrary<NamedRecipe> {
  const source = fc.constantFrom(...names);
  const sources = fc.array(source, { maxLength: 4 });
  return fc.oneof<fc.Arbitrary<NamedRecipe>[]>(
    fc.record({
      kind: kind('combine'),
      sources,
      how: fc.constantFrom('any' as const, 'all' as const, 'first-only' as const, 'at-least' as const),
      atLeast: small,
      options,
      none: codes,
      base: fc.constantFrom('any' as const, 'all' as const),
    }),
    fc.record({ kind: kind('interlock'), sources, between: text, empty: fc.boolean() }),
    fc.record({ kind: kind('flags'), source, codes, yes: text, no: text }),
    fc.record({
      kind: kind('convert'),
      to: kind('number'),
      source,
      decimal: fc.constantFrom('.' as const, ',' as const),
      exceptions: fc.array(
        fc.oneof(
          fc.record({ text: word, is: kind('number'), number }),
          fc.record({ text: word, is: kind('missing'), missing: reason }),
        ),
        { maxLength: 3 },
      ),
    }),
    fc.record({
      kind: kind('convert'),
      to: kind('categories'),
      source,
      alike: fc.boolean(),
      order: fc.constantFrom('value' as const, 'frequency' as const),
      least: small,
      exceptions: fc.array(
        fc.oneof(
          fc.record({ text: word, is: kind('as'), as: text }),
          fc.record({ text: word, is: kind('missing'), missing: reason }),
        ),
        { maxLength: 3 },
      ),
    }),
  );
}

/** Recipes that make multiple-response questions. */
function recipesOfQuestions(names: readonly string[]): fc.Arbitrary<NamedRecipe> {
  const source = fc.constantFrom(...names);
  const sources = fc.array(source, { maxLength: 4 });
  const item = fc
    .record({ source, label: text, ticked: word, also: fc.option(someCodes), exclusive: fc.boolean() })
    .map(({ also, exclusive, ...own }) => ({ ...own, ...(also ? { also } : {}), ...(exclusive ? { exclusive } : {}) }));
  const settle = maybe({ settle: fc.constantFrom(...SETTLES) });
  return fc.oneof<fc.Arbitrary<NamedRecipe>[]>(
    fc
      .tuple(
        fc.record({ kind: kind('gather'), items: fc.array(item, { maxLength: 3 }), none: fc.option(item) }),
        settle,
      )
      .map(([own, more]) => ({ ...own, ...more })),
    fc
      .tuple(
        fc.record({ kind: kind('slots'), sources, options, none: fc.option(word) }),
        settle,
        maybe({ exclusive: someCodes }),
      )
      .map(([own, more, exclusive]) => ({ ...own, ...more, ...exclusive })),
    fc.record({
      kind: kind('theme'),
      sources,
      themes: fc.array(
        fc
          .tuple(
            fc.record({ id: small, name: text, under: fc.option(small), into: fc.option(small) }),
            maybe({ definition: text, belongs: text, not: text }),
          )
          .map(([own, more]) => ({ ...own, ...more })),
        { maxLength: 3 },
      ),
      coders: fc.array(fc.record({ name: text, share: fc.constantFrom(1, 0.25), seed: small }), { maxLength: 2 }),
    }),
  );
}

/** Recipes of every kind over variables of some names. */
const randomRecipe = (names: readonly string[]): fc.Arbitrary<NamedRecipe> =>
  fc.oneof(recipesOfCodes(names), recipesOfSeveral(names), recipesOfQuestions(names));

function randomClause(names: readonly string[]): fc.Arbitrary<ClauseCalled<string>> {
  const variable = fc.constantFrom(...names);
  const condition: fc.Arbitrary<ClauseCalled<string>> = fc.oneof(
    fc.record({ variable, is: fc.constantFrom('any-of' as const, 'none-of' as const), codes }),
    fc.record({ variable, is: fc.constant('at-least' as const), least: small, codes }),
    fc.record({ variable, is: fc.constant('between' as const), from: fc.option(number), to: fc.option(number) }),
  );
  return fc.letrec<{ clause: ClauseCalled<string> }>((tie) => {
    const several = fc.array(tie('clause'), { minLength: 2, maxLength: 3 });
    return {
      clause: fc.oneof(
        { maxDepth: 3, withCrossShrink: true },
        condition,
        fc.record({ and: several }),
        fc.record({ or: several }),
        fc.record({ not: tie('clause') }),
      ),
    };
  }).clause;
}

const figures = fc.array(
  fc.tuple(fc.record({ figure: fc.constantFrom(...CHOICES) }), maybe({ decimals: fc.nat(6) })).map(([own, more]) => ({
    ...own,
    ...more,
  })),
  { minLength: 1, maxLength: 3 },
);
const isTrue = fc.constant(true as const);

function randomSentence(names: readonly string[]): fc.Arbitrary<WrittenTable['sentence']> {
  const variable = fc.constantFrom(...names);
  const row = fc
    .tuple(
      fc.record({ variable }),
      maybe({
        counted: fc.subarray([...STANDINGS]),
        mention: fc.constantFrom(...MENTIONS),
        as: fc.constant('values' as const),
      }),
    )
    .map(([own, more]) => ({ ...own, ...more }));
  return fc
    .tuple(
      fc.record({
        rows: fc.array(row, { minLength: 1, maxLength: 3 }),
        by: fc.array(fc.array(variable, { minLength: 1, maxLength: 2 }), { maxLength: 3 }),
        only: fc.array(randomClause(names), { maxLength: 2 }),
      }),
      maybe({ summary: isTrue, battery: isTrue, within: variable, weight: variable }),
    )
    .map(([own, more]) => ({ ...own, ...more }));
}

const net = fc
  .tuple(fc.record({ label: text, codes: someCodes }), maybe({ parts: fc.constantFrom(...PARTS) }))
  .map(([own, more]) => ({ ...own, ...more }));
const more = fc
  .tuple(
    fc.record({ row: fc.constant(1) }),
    maybe({ label: text, nets: fc.array(net, { minLength: 1, maxLength: 2 }), figures, lines: someCodes }),
  )
  .map(([own, further]) => ({ ...own, ...further }));

/** What of a table is shown. */
function randomShown(names: readonly string[]): fc.Arbitrary<Partial<WrittenTable>> {
  const variable = fc.constantFrom(...names);
  const reading = fc
    .tuple(fc.record({ item: small, nest: small }), fc.oneof(maybe({ stratum: word }), maybe({ together: isTrue })))
    .map(([own, further]) => ({ ...own, ...further }));
  return maybe<Partial<WrittenTable>>({
    title: text,
    figures,
    signs: fc.boolean(),
    order: fc.constantFrom('list' as const, 'frequency' as const),
    last: fc.boolean(),
    sort: word,
    sortNest: small,
    sortFigure: fc.constantFrom(...SORT_CHOICES),
    ascending: fc.boolean(),
    full: fc.boolean(),
    predicted: fc.oneof(fc.constantFrom('rows' as const, 'columns' as const), fc.array(variable, { maxLength: 2 })),
    shares: fc.dictionary(word, number, { minKeys: 1, maxKeys: 3, noNullPrototype: true }),
    summary: maybe({
      missing: fc.constantFrom(...MISSING_AS),
      oneLine: fc.boolean(),
      columns: fc.subarray([...SUMMARY_COLUMNS]),
      adjusted: fc.constantFrom(...ADJUSTMENTS),
    }),
    sweep: maybe({ sort: fc.constantFrom(...SWEEP_SORTS) }),
    bases: maybe({ small, hide: small, compare: small }),
    picture: fc.constantFrom(...PICTURES),
    plain: fc.boolean(),
    heading: text,
    wide: small,
    handed: fc.constantFrom(...HANDED),
    readings: fc.array(reading, { minLength: 1, maxLength: 2 }),
    confidence: number,
    adjustment: fc.constantFrom(...ADJUSTMENTS),
  });
}

function randomTable(names: readonly string[]): fc.Arbitrary<WrittenTable> {
  const variable = fc.constantFrom(...names);
  const codeHere = fc
    .tuple(
      fc.record({ variable, code: word }),
      maybe({ label: text, answer: isTrue, offScale: fc.constantFrom(...OFF_SCALE), score: number }),
    )
    .map(([own, further]) => ({ ...own, ...further }));
  const level = fc.constantFrom('ordered' as const, 'unordered' as const);
  return fc
    .tuple(
      fc.record({
        sentence: randomSentence(names),
        hatch: fc.boolean(),
        more: fc.oneof(fc.constant([]), fc.tuple(more)),
        codes: fc.array(codeHere, { maxLength: 2 }),
        levels: fc.array(fc.record({ variable, level }), { maxLength: 2 }),
      }),
      randomShown(names),
    )
    .map(([own, further]) => ({
      ...own,
      more: own.more.map((wanted) => ({ ...wanted, of: own.sentence.rows[0]!.variable })),
      ...further,
    }));
}

function randomBinder(names: readonly string[]): fc.Arbitrary<WrittenBinder> {
  const item: fc.Arbitrary<WrittenItem> = fc.oneof(
    fc.record({ is: fc.constant('section' as const), title: text }),
    fc.record({ is: fc.constant('note' as const), text: fc.array(text, { maxLength: 3 }) }),
    fc.record({ is: fc.constant('table' as const), table: randomTable(names) }),
  );
  return fc.record({ name: text, items: fc.array(item, { maxLength: 3 }) });
}

function randomVariable(
  name: string,
  names: readonly string[],
  lists: readonly string[],
): fc.Arbitrary<WrittenVariable> {
  const said = fc.record({
    label: text,
    question: text,
    group: text,
    note: fc.array(text, { maxLength: 2 }),
    starred: fc.boolean(),
    aside: fc.boolean(),
    shownOrder: codes,
    offScale: codes,
  });
  const level = fc.constantFrom('unordered' as const, 'ordered' as const, 'number' as const, 'text' as const);
  const own = maybe({ heading: text, level });
  const column = fc.oneof(
    fc.tuple(own, fc.uniqueArray(code, { maxLength: 4, selector: (item) => item.code })).map(([more, list]) => ({
      ...more,
      codes: list,
    })),
    ...(lists.length === 0
      ? []
      : [fc.tuple(own, fc.constantFrom(...lists)).map(([more, list]) => ({ ...more, codes: [], list }))]),
  );
  const standsIn = fc.record({ source: fc.constantFrom(...names), was: word, aside: fc.boolean() });
  const made = fc
    .tuple(randomRecipe(names), maybe({ standsIn }))
    .map(([recipe, more]) => ({ recipe, codes: [], ...more }));
  return fc.tuple(said, fc.oneof(column, made)).map(([about, what]) => ({ name, ...about, ...what }));
}

function randomCodings(names: readonly string[]): fc.Arbitrary<WrittenCodings> {
  const mark = fc
    .record({
      text,
      verdict: fc.constantFrom(...VERDICTS),
      themes: fc.array(small, { maxLength: 3 }),
      quote: fc.option(text),
    })
    // Themes are those of an answer that is coded.
    .map((own) => (own.verdict === 'themes' ? own : { ...own, themes: [] }));
  return fc.record({
    of: fc.constantFrom(...names),
    coder: text,
    settles: fc.boolean(),
    marks: fc.array(mark, { maxLength: 3 }),
  });
}

/** Studies in which everything is said that a text can say; that they could be counted is not asked for. */
export const randomStudy: fc.Arbitrary<WrittenStudy> = fc
  .tuple(fc.uniqueArray(word, { minLength: 1, maxLength: 5 }), fc.uniqueArray(word, { maxLength: 2 }))
  .chain(([names, lists]) =>
    fc.record({
      head: fc.option(
        fc.record({
          name: text,
          subtitle: text,
          sizeWords: fc.array(fc.record({ least: number, word: text }), { maxLength: 2 }),
        }),
        { nil: undefined },
      ),
      lists: fc.tuple(
        ...lists.map((name) =>
          fc.record({ name: fc.constant(name), kept: fc.boolean(), codes: fc.array(code, { maxLength: 3 }) }),
        ),
      ),
      variables: fc.tuple(...names.map((name) => randomVariable(name, names, lists))),
      codings: fc.array(randomCodings(names), { maxLength: 2 }),
      binders: fc.array(randomBinder(names), { maxLength: 2 }),
    }),
  );
