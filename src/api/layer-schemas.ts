import { SHARED_PARTS } from '../core/team/shared-parts.js';
import { RoleSchema } from './team-schemas.js';
import { z } from './zod.js';

const id = z.int().min(1);
const PartSchema = z.enum(SHARED_PARTS);

const OfferSchema = z
  .object({
    id,
    owner: z.int(),
    ownerName: z.string(),
    words: z.string(),
    note: z.string().describe('What its owner says of it.'),
    state: z.enum(['open', 'accepted', 'declined', 'withdrawn']),
    answer: z.string().describe('What whoever decided said of it.'),
    made: z.string(),
    decidedBy: z.string(),
  })
  .openapi('Offer');

export const LayerSchema = z
  .object({
    layer: z.enum(['common', 'own']),
    study: z.object({ id: z.string(), name: z.string() }),
    role: RoleSchema.nullable(),
    own: z.string().nullable().describe('The id of one’s own layer; it goes in the place of a study’s.'),
    things: z.array(
      z.object({ part: PartSchema, id, title: z.string(), shares: z.array(z.object({ id, name: z.string() })) }),
    ),
    entries: z.array(z.object({ id, words: z.string() })),
    news: z.array(z.object({ id: z.int(), at: z.string(), words: z.string() })),
    others: z.array(z.object({ person: z.int(), name: z.string() })),
    offers: z.array(OfferSchema),
  })
  .openapi('Layer');

export const SharingSchema = z.strictObject({
  part: PartSchema,
  thing: id,
  shownTo: id.nullable().describe('Null: everybody who has a layer in the study.'),
});

export const OfferedSchema = z.strictObject({
  entries: z.array(id).min(1).max(500).describe('Entries of one’s own ledger.'),
  note: z.string().max(2000).optional(),
});

export const ReviewSchema = z
  .object({
    made: z.array(z.string()),
    changed: z.array(z.string()),
    misfits: z.array(z.string()),
    workings: z.array(
      z.object({
        title: z.string(),
        holds: z.boolean(),
        held: z.boolean().nullable(),
        findings: z.array(z.object({ text: z.string(), holds: z.boolean() })),
      }),
    ),
    tables: z.array(z.string()),
  })
  .openapi('Review');

export const DecisionSchema = z.strictObject({
  is: z.enum(['accepted', 'declined', 'withdrawn']),
  answer: z.string().max(2000).optional(),
});
