import { z } from 'zod';
import { SOURCE_LEVELS } from './codebook-file.js';
import { MISSING_REASONS } from './types.js';

const text = (most: number) => z.string().max(most);

/** A change to a variable's entry in the codebook; what is absent stays as it is. */
export const VariableEditShape = z
  .strictObject({
    label: text(10_000).optional(),
    question: text(10_000).optional(),
    level: z.enum(SOURCE_LEVELS).optional(),
    codes: z
      .array(
        z.strictObject({
          code: text(1000).describe('What stands in the data.'),
          label: text(10_000).optional().describe('Absent: as it is; of a new code, the code.'),
          missing: z
            .enum(MISSING_REASONS)
            .nullable()
            .optional()
            .describe('Absent: as it is; of a new code, an answer.'),
        }),
      )
      .max(5000)
      .optional()
      .describe('Codes to change or to add; those that are not named stay as they are.'),
    onlyThese: z.boolean().optional().describe('The code list has these codes and no others.'),
    codesFor: z
      .enum(['all', 'this'])
      .optional()
      .describe('Where the code list is shared: change it for all, or only here.'),
    name: text(200).trim().min(1).optional().describe('Its own in the study.'),
    codeList: z.int().min(1).nullable().optional().describe('A code list to use; null: none.'),
    note: text(10_000).optional(),
    group: text(200).optional().describe('Variables of one group stand together; empty: none.'),
    starred: z.boolean().optional(),
    aside: z.boolean().optional().describe('Out of the lists to choose from.'),
    shownOrder: z
      .array(text(1000))
      .max(5000)
      .optional()
      .describe(
        'Codes in the order in which tables and charts show them; empty: that of the list. No statistic changes.',
      ),
    offScale: z
      .array(text(1000))
      .max(5000)
      .optional()
      .describe(
        'Codes that have no place on its scale ("not at my site"): shown, and in no score, mean, gamma or other ' +
          'measure of order; in percentages as far as they are answers.',
      ),
  })
  .meta({ id: 'VariableEdit' });
