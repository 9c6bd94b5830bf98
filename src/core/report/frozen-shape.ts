import { z } from 'zod';
import { CodeShape, LEVELS } from '../codebook/types.js';
import { CountArrayShape } from '../count/count-shape.js';
import { SpreadShape } from '../spread/spread-shape.js';
import { SizeWordShape } from '../study/settings-shape.js';
import { SentenceShape } from '../table/sentence-shape.js';

const id = z.int().min(1);

/** Where and when the figures of a table were frozen. */
export const FrozenMarkShape = z
  .strictObject({
    id: id.describe('Of what was kept then.'),
    at: z.string().describe('When it was.'),
    caption: z.string().describe('The sentence, as the variables were called then.'),
    entry: z.int().min(0).describe('The last entry of the ledger that stood then; 0: there was none.'),
    revision: z.int().min(0).describe('The revision of the study then.'),
  })
  .meta({ id: 'FrozenMark' });
export type FrozenMark = z.infer<typeof FrozenMarkShape>;

/** A variable as the codebook described it, and nothing of what a study knows of it beside. */
const VariableShape = z.object({
  id,
  name: z.string(),
  label: z.string(),
  question: z.string(),
  level: z.enum(LEVELS),
  codes: z.array(CodeShape),
  shownOrder: z.array(z.string()).optional(),
  offScale: z.array(z.string()).optional(),
  scores: z.record(z.string(), z.number()).optional(),
  themes: z.boolean().optional(),
});

/** Which block of a table, by its row item and its grouping. */
const block = { item: z.int().min(0), nest: z.int().min(0) };

const GroupingShape = z.strictObject({
  ...block,
  axis: z.strictObject({
    axis: z.enum(['rows', 'columns']),
    groups: z.array(z.object({ from: z.array(z.string()) })).describe('The codes of the source in each group.'),
    title: z.string().describe("The source's title."),
    asked: SentenceShape.describe('What asks for the source.'),
  }),
  counts: CountArrayShape,
});

/**
 * All that the figures, pictures and readings of a table are made of, as it was when the table was frozen: they come
 * out of it by the same functions as those of a table that is counted now.
 */
export const FrozenShape = z
  .strictObject({
    sentence: SentenceShape,
    variables: z.array(VariableShape).describe('As the codebook described them: all that it names.'),
    sizes: z.array(SizeWordShape).optional().describe('Words for size; the usual ones, where absent.'),
    counts: z.array(CountArrayShape).describe('Of each block.'),
    groupings: z.array(GroupingShape).describe('Of axes that were regrouped, where their reading is kept.'),
    spreads: z.array(z.strictObject({ ...block, spread: SpreadShape })).describe('How numbers lie, where drawn.'),
  })
  .meta({ id: 'Frozen' });
export type Frozen = z.infer<typeof FrozenShape>;
