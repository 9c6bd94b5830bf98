import { z } from 'zod';
import { codes, type Frozen, text } from '../shape.js';

const SCORES = ['mean', 'sum', 'count', 'minimum', 'maximum', 'expression'] as const;
export type ScoreOf = (typeof SCORES)[number];

const itemShape = <S>(source: z.ZodType<S>) =>
  z.strictObject({
    source,
    reversed: z.boolean().describe('Counted from the other end of the scale.'),
    weight: z.number(),
    as: text(200).describe('What an expression calls it.'),
  });

/** Arithmetic over items, for respondents who answered enough of them. */
export const scoreShape = <S>(source: z.ZodType<S>) =>
  z.strictObject({
    kind: z.literal('score'),
    of: z.enum(SCORES),
    items: z.array(itemShape(source)).max(500),
    atLeast: z.int().min(0).max(500).describe('Items that must be answered; an expression says what it needs.'),
    scale: z
      .strictObject({ from: z.number(), to: z.number() })
      .nullable()
      .describe('The ends of the items, for reversing.'),
    codes: codes.describe('Codes that are counted, by "count".'),
    expression: text(10_000).describe('Arithmetic over the items, for "expression".'),
  });

type ScoreItemOver<S> = Frozen<z.output<ReturnType<typeof itemShape<S>>>>;
type ScoreOver<S> = Frozen<z.output<ReturnType<typeof scoreShape<S>>>>;

/** The same in a study: sources are variable ids. */
export type Score = ScoreOver<number>;
export type ScoreItem = ScoreItemOver<number>;
