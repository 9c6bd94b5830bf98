import { z } from './zod.js';
import { ENTRY_KINDS } from '../core/ledger/entry-kinds.js';
import { LEVELS } from '../core/codebook/types.js';
import { CodeSchema, RecipeSchema, SentenceSchema, ShownSchema } from './schemas.js';

const id = z.int().min(1);
const text = (most: number) => z.string().max(most).optional();

const EntrySchema = z.object({
  id,
  madeAt: z.string(),
  kind: z.enum(ENTRY_KINDS),
  words: z.string().describe('What was done.'),
  undone: z.boolean().describe('It was taken back, and can be done again.'),
  undoable: z.boolean().describe('It can be taken back.'),
  leftOut: z
    .enum(['chosen', 'misfit'])
    .nullable()
    .describe('It stands in the ledger but not in the study: by choice, or because it no longer fits.'),
  note: z.string().describe('Why it is left out, or what of it no longer fits.'),
  revision: z.int().describe("The study's revision when it was last made, taken back or changed."),
  madeBy: z.string().describe('Who made it; empty where one person uses the server.'),
});

export const LedgerSchema = z.array(EntrySchema).openapi('Ledger');

export const EntryDetailSchema = z
  .object({
    entry: EntrySchema,
    lines: z.array(
      z.object({
        of: z.enum(['list', 'working', 'variable', 'table', 'binder', 'mark']),
        id: z.int(),
        field: z.string(),
        title: z.string(),
        before: z.string().nullable().describe('Null: it was not there.'),
        after: z.string().nullable(),
        codes: z.array(CodeSchema).optional().describe('Codes as they are after it.'),
        recipe: RecipeSchema.optional(),
        by: z.enum(['text', 'level', 'codes', 'recipe']).nullable().describe('How it can be changed; null: it cannot.'),
      }),
    ),
    more: z.int().describe('Lines that are not listed.'),
  })
  .openapi('LedgerEntryDetail');

export const LedgerPlaceSchema = z
  .strictObject({ entry: id.describe('The study is put as it was right after this entry.') })
  .openapi('LedgerPlace');

export const AmendmentSchema = z
  .discriminatedUnion('is', [
    z.strictObject({ is: z.literal('left-out') }),
    z.strictObject({ is: z.literal('put-in') }),
    z.strictObject({
      is: z.literal('changed'),
      things: z
        .array(
          z.discriminatedUnion('of', [
            z.strictObject({
              of: z.literal('variable'),
              id,
              name: text(200),
              label: text(10_000),
              question: text(10_000),
              note: text(10_000),
              group: text(200),
              level: z.enum(LEVELS).optional(),
            }),
            z.strictObject({
              of: z.literal('list'),
              id,
              name: text(200),
              codes: z.array(CodeSchema).max(5000).optional(),
            }),
            z.strictObject({ of: z.literal('working'), id, recipe: RecipeSchema }),
            z.strictObject({
              of: z.literal('table'),
              id,
              title: text(1000),
              sentence: SentenceSchema.optional(),
              shown: ShownSchema.optional(),
            }),
          ]),
        )
        .min(1)
        .max(1000)
        .describe('What the entry is to make of them; only what it changed can be another.'),
    }),
  ])
  .openapi('Amendment');

export const AmendedSchema = z
  .object({
    words: z.string(),
    replayed: z.int().describe('Entries that were replayed.'),
    misfits: z
      .array(
        z.object({
          entry: id,
          words: z.string(),
          why: z.string(),
          whole: z.boolean().describe('All of it is left out.'),
        }),
      )
      .describe('Entries that no longer fit.'),
    failing: z
      .array(z.object({ variable: id, title: z.string() }))
      .describe('Whose proofs held before, and do not now.'),
  })
  .openapi('Amended');
