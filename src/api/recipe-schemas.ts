import { extendZodWithOpenApi } from '@asteasolutions/zod-to-openapi';
import { z } from 'zod';
import { MISSING_REASONS } from '../core/codebook/types.js';
import { BAND_ENDS, COMBINATIONS, MISSING_CODES, SCORES, SETTLES, UNNAMED } from '../core/recode/types.js';

extendZodWithOpenApi(z);

const text = (most: number) => z.string().max(most);
const code = text(1000);
const label = text(1000);
const codes = z.array(code).max(5000);
const options = z.array(z.strictObject({ code: code.min(1), label })).max(500);
const missing = z.enum(MISSING_REASONS);
const ends = (says: string) => z.number().nullable().describe(says);

/** A recipe over sources that are called by `source`: an id in the study, a name in a codebook. */
export function recipeOf<S extends z.ZodType>(source: S) {
  const item = z.strictObject({
    source,
    label,
    ticked: code.describe('The code that means ticked.'),
    also: codes.optional().describe('More codes that mean it too.'),
    exclusive: z.boolean().optional().describe('It excludes all other options.'),
  });
  const settle = z
    .enum(SETTLES)
    .optional()
    .describe('What stands where an excluding answer is given with another; the others, where absent.');
  const sources = z.array(source).max(500);
  const regroup = z.strictObject({
    kind: z.literal('regroup'),
    source,
    level: z.enum(['unordered', 'ordered']),
    groups: z.array(z.strictObject({ code: code.min(1), label, from: codes })).max(1000),
    setAside: codes,
    unnamed: z
      .union([z.enum(UNNAMED), z.strictObject({ group: code })])
      .optional()
      .describe(
        'What becomes of answers that no group names; left over where absent; all into one group, by its code.',
      ),
    missing: z
      .enum(MISSING_CODES)
      .optional()
      .describe('What becomes of missing codes that no group names; each stays where absent.'),
    blank: z
      .union([z.strictObject({ group: code }), z.strictObject({ missing })])
      .optional()
      .describe('What a blank becomes: a group, or no answer for a reason; blank where absent.'),
  });
  const toNumber = z.strictObject({
    kind: z.literal('convert'),
    to: z.literal('number').default('number'),
    source,
    decimal: z.enum(['.', ',']).describe('What stands before the fraction.'),
    exceptions: z
      .array(
        z.discriminatedUnion('is', [
          z.strictObject({ text: code, is: z.literal('number'), number: z.number() }),
          z.strictObject({ text: code, is: z.literal('missing'), missing }),
        ]),
      )
      .max(1000)
      .describe('What texts that spell no number become; one that is not named is left over.'),
  });
  const toCategories = z.strictObject({
    kind: z.literal('convert'),
    to: z.literal('categories'),
    source,
    alike: z.boolean().describe('Texts that differ only in capitals and spaces are one category.'),
    order: z.enum(['value', 'frequency']),
    least: z.int().min(1).max(1_000_000_000).describe('A category with fewer respondents goes to "Other".'),
    exceptions: z
      .array(
        z.discriminatedUnion('is', [
          z.strictObject({ text: code, is: z.literal('as'), as: label }),
          z.strictObject({ text: code, is: z.literal('missing'), missing }),
        ]),
      )
      .max(1000)
      .describe('Values that become another category, or no answer.'),
  });
  const band = z.strictObject({
    kind: z.literal('band'),
    source,
    ends: z.enum(BAND_ENDS).describe('Which ends of a stretch belong to it.'),
    bands: z
      .array(
        z.discriminatedUnion('is', [
          z.strictObject({
            is: z.literal('range'),
            code: code.min(1),
            label,
            from: ends('Null: open below.'),
            to: ends('Null: open above.'),
          }),
          z.strictObject({ is: z.literal('values'), code: code.min(1), label, values: z.array(z.number()).max(1000) }),
        ]),
      )
      .max(1000),
    taken: codes.describe('Missing codes that count as the numbers they spell, on purpose.'),
  });
  const score = z.strictObject({
    kind: z.literal('score'),
    of: z.enum(SCORES),
    items: z
      .array(
        z.strictObject({
          source,
          reversed: z.boolean().describe('Counted from the other end of the scale.'),
          weight: z.number(),
          as: text(200).describe('What an expression calls it.'),
        }),
      )
      .max(500),
    atLeast: z.int().min(0).max(500).describe('Items that must be answered.'),
    scale: z
      .strictObject({ from: z.number(), to: z.number() })
      .nullable()
      .describe('The ends of the items, for reversing.'),
    codes: codes.describe('Codes that are counted, by "count".'),
    expression: text(10_000).describe('Arithmetic over the items, for "expression".'),
  });
  const combine = z.strictObject({
    kind: z.literal('combine'),
    sources,
    how: z.enum(COMBINATIONS),
    atLeast: z.int().min(1).max(500).describe('For "at-least": in how many of the variables.'),
    options,
    none: codes.describe('Codes that say "none of these", which is worked out from the result.'),
    base: z.enum(['any', 'all']).describe('Who counts as having answered: who answered any of the variables, or all.'),
  });
  const interlock = z.strictObject({
    kind: z.literal('interlock'),
    sources: sources.describe('From the outermost group inwards.'),
    between: text(20).describe('What stands between the labels of the parts.'),
    empty: z.boolean().describe('Combinations that nobody has are categories too.'),
  });
  const flags = z.strictObject({
    kind: z.literal('flags'),
    source,
    codes: codes.describe('Any of these is a yes.'),
    yes: label,
    no: label,
  });
  return z.discriminatedUnion('kind', [
    regroup,
    band,
    score,
    combine,
    interlock,
    flags,
    z.discriminatedUnion('to', [toNumber, toCategories]),
    z.strictObject({ kind: z.literal('gather'), items: z.array(item).max(500), none: item.nullable(), settle }),
    z.strictObject({
      kind: z.literal('slots'),
      sources,
      options,
      exclusive: codes.optional(),
      settle,
      none: code.nullable().describe('The code that says "none of these".'),
    }),
  ]);
}

export const RecipeSchema = recipeOf(z.int().min(1)).openapi('Recipe');
