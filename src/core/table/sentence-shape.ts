import { type ConditionRule, ruleShape } from '../count/rule-shape.js';
import { z } from 'zod';
import { type ClauseOf, conditionsIn, depthOf, mapClause } from '../count/clause.js';
import { type Standing, STANDINGS } from '../count/set-state.js';
import { type FigureChoice, FigureChoicesShape } from './figure-choice.js';
import { type Net, NetsShape } from './net.js';
import {
  type Condition,
  type Mention,
  MENTIONS,
  OFF_SCALE,
  type Nest,
  type CodeHere,
  type LevelHere,
  type RowItem,
  type Sentence,
  withoutStrayCodes,
} from './sentence.js';

/** So many variables a table has in its rows at most. */
export const MOST_ITEMS = 400;
const MOST_NESTS = 20;
const MOST_LEVELS = 4;
const MOST_CONDITIONS = 20;
const DEEPEST = 6;
const MOST_CODES_HERE = 500;
const LONGEST_LABEL = 500;
const MOST_SCORE = 1e9;

/** A condition on a variable that is called by its id (`V` a number) or by its name too. */
export type ConditionCalled<V> = { variable: V } & ConditionRule;
export type ClauseCalled<V> = ClauseOf<ConditionCalled<V>>;

/** What can be wanted of a row item. */
interface Wanted {
  counted?: readonly Standing[] | undefined;
  mention?: Mention | undefined;
  as?: 'values' | undefined;
  nets?: readonly Net[] | undefined;
  figures?: readonly FigureChoice[] | undefined;
  label?: string | undefined;
  lines?: readonly string[] | undefined;
}

/** A row item as it is sent: the variable alone, or with what is wanted of it. */
type ItemCalled<V> = V | ({ variable: V } & Wanted);

/** A code with what it is in this table. */
type CodeCalled<V> = Omit<CodeHere, 'variable'> & { variable: V };

/**
 * The parts of a sentence as they are sent and kept. A single name stands for a list of one; `counted`, `mention`,
 * `as`, `nets`, `figures`, `label` and `lines` are those of a single row item.
 */
export interface PartsCalled<V> extends Wanted {
  rows: V | readonly ItemCalled<V>[];
  by: V | readonly (V | readonly V[])[] | null;
  within: V | null;
  only: readonly ClauseCalled<V>[];
  weight: V | null;
  codes?: readonly CodeCalled<V>[] | undefined;
  battery?: true | undefined;
  summary?: true | undefined;
  levels?: readonly (Omit<LevelHere, 'variable'> & { variable: V })[] | undefined;
}

/** A sentence as it is sent and kept, its variables by id. */
export type SentenceBody = PartsCalled<number>;

/** One condition, its variable called as `variable` says. */
export function conditionShape<V>(variable: z.ZodType<V, V>) {
  return ruleShape({ variable });
}

/** Conditions joined by and, or and not. */
export function clauseShape<V>(variable: z.ZodType<V, V>, name: string): z.ZodType<ClauseCalled<V>, ClauseCalled<V>> {
  const condition = conditionShape(variable).meta({ id: `Condition${name}` }) as unknown as z.ZodType<
    ConditionCalled<V>,
    ConditionCalled<V>
  >;
  const clause: z.ZodType<ClauseCalled<V>, ClauseCalled<V>> = z
    .lazy(() => z.union([condition, ...joins]))
    .meta({ id: `Clause${name}` });
  const parts = z.array(clause).min(1).max(MOST_CONDITIONS);
  const joins = [
    z.strictObject({ and: parts }).describe('All of these hold.'),
    z.strictObject({ or: parts }).describe('One of these holds, or several.'),
    z.strictObject({ not: clause }).describe('This does not hold. Whose answer is not known stays outside.'),
  ] as const;
  return clause;
}

const counted = z
  .array(z.enum(STANDINGS))
  .max(STANDINGS.length)
  .optional()
  .describe(
    'Of a multiple-response question in the rows: who counts in the base beside those who mention something; who ' +
      'says none of these or ticked nothing, where absent.',
  );
const mention = z
  .enum(MENTIONS)
  .optional()
  .describe('Of a question gathered from slots, in the rows: any mention, the first, or at which place on average.');

const as = z
  .enum(['values'])
  .optional()
  .describe('Of a number in the rows: listed value by value; described in figures, where absent.');
const nets = NetsShape.optional().describe(
  'Of a row item: categories that stand on a line together too, for this table alone. Nets stand apart, or one ' +
    'within the other; of a question a net counts who mentions at least one of its options, once. Tests are of the ' +
    'categories.',
);
const figures = FigureChoicesShape.optional().describe(
  'What the cells of a row item show, where that is another than the rest of the table shows.',
);

/** What a row item is called. */
export const LabelShape = z.string().trim().min(1).max(LONGEST_LABEL);

/** The codes of categories that have a line. */
export const LinesShape = z.array(z.string().max(1000)).min(1).max(MOST_CODES_HERE);

const label = LabelShape.optional().describe('What a row item is called here.');
const lines = LinesShape.optional().describe(
  'Of a row item of a summary: the codes of the categories that have a line; where absent, of a yes or no the yes, ' +
    'of all others each.',
);

/** A code as it is in one table. */
const codeHereShape = <V>(variable: z.ZodType<V, V>) =>
  z.strictObject({
    variable,
    code: z.string().max(1000),
    label: z.string().trim().min(1).max(LONGEST_LABEL).optional().describe('What it is called.'),
    answer: z.literal(true).optional().describe('It counts as an answer, though the codebook says that it is none.'),
    offScale: z
      .enum(OFF_SCALE)
      .optional()
      .describe(
        'It has no place on the scale, and is in no score, mean, gamma or other measure of order. in-base: its ' +
          'respondents are in percentages and in chi-square; aside: they are shown, and in nothing. on: it has one ' +
          'here, though the codebook says that it has none.',
      ),
    score: z
      .number()
      .min(-MOST_SCORE)
      .max(MOST_SCORE)
      .optional()
      .describe("Its score on the scale; its place, from 1, where none of the variable's codes has one."),
  });

/** Codes that are otherwise than in the codebook. */
export const codesHereShape = <V>(variable: z.ZodType<V, V>) =>
  z
    .array(codeHereShape(variable))
    .max(MOST_CODES_HERE)
    .readonly()
    .optional()
    .describe('What codes are in this table alone: called otherwise, or answers.');

/** Variables that have another level than in the codebook. */
export const levelsHereShape = <V>(variable: z.ZodType<V, V>) =>
  z
    .array(z.strictObject({ variable, level: z.enum(['ordered', 'unordered']) }))
    .max(MOST_ITEMS)
    .readonly()
    .optional()
    .describe('Categories that are taken as ordered, or as not, in this table alone.');

/** A list of clauses of a bearable size. */
function onlyShape<V>(variable: z.ZodType<V, V>, name: string) {
  const clause = clauseShape(variable, name);
  return z
    .array(clause)
    .max(MOST_CONDITIONS)
    .refine((clauses) => clauses.every((called) => depthOf<ConditionCalled<V>>(called) <= DEEPEST), {
      error: `Conditions stand within each other at most ${DEEPEST} deep.`,
    })
    .refine(
      (clauses) => clauses.flatMap((called) => conditionsIn<ConditionCalled<V>>(called)).length <= MOST_CONDITIONS,
      {
        error: `A sentence has at most ${MOST_CONDITIONS} conditions.`,
      },
    )
    .describe('Clauses that all must hold: conditions, joined by and, or and not.');
}

/**
 * The fields of a sentence, its variables called as `variable` says.
 * @param name what the schemas of its parts are called in the API's document ("" or "Called")
 */
export function partsShape<V>(variable: z.ZodType<V, V>, name: string) {
  const item = z.union([variable, z.strictObject({ variable, counted, mention, as, nets, figures, label, lines })]);
  const nest = z.union([variable, z.array(variable).min(1).max(MOST_LEVELS)]);
  return {
    rows: z
      .union([variable, z.array(item).min(1).max(MOST_ITEMS)], {
        error: ({ input }) =>
          Array.isArray(input) && input.length > MOST_ITEMS
            ? `A table has at most ${MOST_ITEMS} variables in its rows, and these are ${input.length}`
            : undefined,
      })
      .describe('The variables whose categories go down, one under the other; a single one stands for a list of one.'),
    by: z
      .union([variable, z.array(nest).max(MOST_NESTS)])
      .nullable()
      .describe(
        'What goes across, side by side: variables, and lists of variables of which each splits the one before; ' +
          'null: frequency tables.',
      ),
    within: variable.nullable().default(null).describe('A table for each category of this variable; needs a "by".'),
    only: onlyShape(variable, name),
    weight: variable.nullable().default(null).describe('The number that each respondent counts as.'),
    codes: codesHereShape(variable),
    levels: levelsHereShape(variable),
    battery: z
      .literal(true)
      .optional()
      .describe(
        'The rows are items over one code list, and stand as one table: their answers go across. No "by" then.',
      ),
    summary: z
      .literal(true)
      .optional()
      .describe(
        'One table that says each variable of the rows in figures that suit it, all together and by one grouping, ' +
          'with a test and a measure of each.',
      ),
    counted,
    mention,
    as,
    nets,
    figures,
    label,
    lines,
  };
}

const id = z.int().min(1);

/** A sentence as it is sent: an optional part that is absent is empty. */
type SentenceSent = Omit<SentenceBody, 'within' | 'weight'> & {
  within?: number | null | undefined;
  weight?: number | null | undefined;
};

/** A sentence as it is sent and kept, its variables by id. */
export const SentenceShape: z.ZodType<SentenceBody, SentenceSent> = z
  .strictObject(partsShape<number>(id, ''))
  .meta({ id: 'Sentence' });

/** What is wanted of a row item, without what is not said. */
const wanted = (item: Wanted): Wanted => ({
  ...(item.counted ? { counted: item.counted } : {}),
  ...(item.mention ? { mention: item.mention } : {}),
  ...(item.as ? { as: item.as } : {}),
  ...(item.nets ? { nets: item.nets } : {}),
  ...(item.figures ? { figures: item.figures } : {}),
  ...(item.label ? { label: item.label } : {}),
  ...(item.lines ? { lines: item.lines } : {}),
});

/** The sentence that parts mean. @param find the id of a variable that a part calls; it throws where there is none */
export function sentenceOfParts<V extends number | string>(
  { rows, by, within, only, weight, codes, battery, summary, levels, ...alone }: PartsCalled<V>,
  find: (called: V, field: string) => number,
): Sentence {
  const place = (list: unknown, field: string, k: number) => (Array.isArray(list) ? `${field}[${k}]` : field);
  const items: readonly ItemCalled<V>[] = Array.isArray(rows) ? rows : [rows];
  const nests: readonly (V | readonly V[])[] = by === null ? [] : Array.isArray(by) ? by : [by];
  const sentence: Sentence = {
    rows: items.map((item, k): RowItem => {
      const field = place(rows, 'rows', k);
      if (typeof item !== 'object') return { variable: find(item, field), ...wanted(alone) };
      return { variable: find(item.variable, field), ...wanted({ ...wanted(alone), ...wanted(item) }) };
    }),
    by: nests.map((nest, k): Nest => {
      const field = place(by, 'by', k);
      return typeof nest === 'object' ? nest.map((item) => find(item, field)) : [find(nest, field)];
    }),
    within: within === null ? null : find(within, 'within'),
    only: only.map((clause, k) =>
      mapClause<ConditionCalled<V>, Condition>(clause, (condition) => ({
        ...condition,
        variable: find(condition.variable, `only[${k}].variable`),
      })),
    ),
    weight: weight === null ? null : find(weight, 'weight'),
    ...(battery ? { battery } : {}),
    ...(summary ? { summary } : {}),
  };
  if (!codes && !levels) return sentence;
  const called = <T extends { variable: V }>(list: readonly T[] | undefined, field: string) =>
    list?.map((own, k) => ({ ...own, variable: find(own.variable, `${field}[${k}].variable`) }));
  const [own, ownLevels] = [called(codes, 'codes'), called(levels, 'levels')];
  return withoutStrayCodes({
    ...sentence,
    ...(own ? { codes: own } : {}),
    ...(ownLevels ? { levels: ownLevels } : {}),
  });
}

/** The sentence that was sent or kept. */
export const sentenceOfBody = (body: SentenceBody): Sentence => sentenceOfParts(body, (id) => id);

/** A sentence as it is sent and kept: what stands alone is no list. */
export function bodyOfSentence(sentence: Sentence): SentenceBody {
  const { rows, by, within, only, weight, codes, battery, summary, levels } = sentence;
  const [first, ...others] = rows;
  const items = rows.map((item) => {
    const { variable } = item;
    const more = wanted(item);
    return Object.keys(more).length > 0 ? { variable, ...more } : variable;
  });
  const nests = by.map((nest) => (nest.length === 1 ? nest[0]! : [...nest]));
  const [nest, ...further] = nests;
  return {
    ...(first && others.length === 0 ? { rows: first.variable } : { rows: items }),
    by: nest === undefined ? null : typeof nest === 'number' && further.length === 0 ? nest : nests,
    within,
    only,
    weight,
    ...(codes && codes.length > 0 ? { codes } : {}),
    ...(battery ? { battery } : {}),
    ...(summary ? { summary } : {}),
    ...(levels && levels.length > 0 ? { levels } : {}),
    ...(first && others.length === 0 ? wanted(first) : {}),
  };
}

/**
 * A sentence about one variable as it is sent and kept.
 * @example bodyAbout(4, { by: 7 }) // { rows: 4, by: 7, within: null, only: [], weight: null }
 */
export function bodyAbout(rows: number, more: Partial<SentenceBody> = {}): SentenceBody {
  return { rows, by: null, within: null, only: [], weight: null, ...more };
}
