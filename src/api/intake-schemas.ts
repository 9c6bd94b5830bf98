import { DecisionShape } from '../core/intake/decision-shape.js';
import { z } from './zod.js';
import { CodebookFileShape, FileMultipleShape } from '../core/codebook/codebook-file.js';
import { IntakeShape } from '../core/intake/intake-shape.js';
import { MOST_COLUMNS } from '../core/intake/layout.js';
import { FoundCodeShape } from '../core/intake/read-in-shape.js';

const text = (most: number) => z.string().max(most);

export const WaitingIntakeSchema = z
  .object({
    id: z.string(),
    fileName: z.string(),
    bytes: z.int(),
    created: z.string(),
    respondents: z.int().nullable().describe('Null until it was read to its end.'),
    until: z.string().nullable().describe('When it is removed if nobody decides; null: never.'),
  })
  .openapi('WaitingIntake');

export const AcceptSchema = z
  .strictObject({
    name: text(200).trim().min(1, 'Give the study a name.'),
    subtitle: text(200).optional(),
    columns: z
      .array(DecisionShape)
      .max(5000)
      .optional()
      .describe('Decisions that differ from what was understood, by column name.'),
    questions: z
      .array(FileMultipleShape)
      .max(500)
      .optional()
      .describe('Multiple-response questions to build, beside those of the codebook.'),
    codebook: CodebookFileShape.optional(),
  })
  .openapi('Acceptance');

export const IntakeSchema = IntakeShape.extend({
  state: z.enum(['reading', 'read', 'failed']),
  progress: z.object({ share: z.number(), rows: z.int() }),
}).openapi('Intake');

const codesFound = z.array(FoundCodeShape);

export const ComparisonSchema = z
  .object({
    respondents: z.object({ before: z.int(), after: z.int() }),
    columns: z.array(
      z.object({
        name: z.string(),
        is: z.enum(['vanished', 'new', 'changed', 'same']),
        newCodes: codesFound.describe('Codes that only the new file has.'),
        goneCodes: codesFound.describe('Codes that the new file no longer has.'),
        notes: z.array(z.string()),
        base: z.object({ before: z.int().nullable(), after: z.int().nullable() }).describe('Respondents with a value.'),
      }),
    ),
    waves: z.array(z.string()),
  })
  .openapi('Comparison');

export const JoiningSchema = z
  .strictObject({
    as: z.enum(['wave', 'refresh']).describe('Beside the respondents of the study, or in their place.'),
    waves: z
      .strictObject({ before: text(200).trim().min(1), now: text(200).trim().min(1) })
      .optional()
      .describe('What the waves are called: the one before, if it has no name yet, and this one.'),
    take: z.array(text(200)).max(MOST_COLUMNS).optional().describe('New columns to take in; absent: all.'),
  })
  .openapi('Joining');
