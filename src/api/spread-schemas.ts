import { DensitiesShape, PairsShape } from '../core/spread/spread-shape.js';
import { askedBy, ReadingAnswerSchema } from './table-schemas.js';
import { z } from './zod.js';

const how = {
  of: z
    .enum(['densities', 'pairs'])
    .optional()
    .describe('A number in groups, or two numbers; these, where a number stands alone across and nothing is said.'),
  confidence: z.number().gt(0).lt(1).optional().describe('Of the limits of r; .95 where absent.'),
};

/** What is drawn: one number in the rows, by its parts or by a sentence in words. */
export const SpreadAskedSchema = askedBy(how, '“Years on the plot by Site, only where Age 60 and over”.').openapi(
  'SpreadAsked',
);

const PairsReadSchema = PairsShape.extend({
  reading: z.array(ReadingAnswerSchema).describe('What is said of the two numbers.'),
});

/** How numbers lie: densities by group, or pairs with r and a line. */
export const SpreadSchema = z.discriminatedUnion('of', [DensitiesShape, PairsReadSchema]).openapi('Spread');
