import { z } from 'zod';

const codes = z.array(z.string().max(1000)).max(5000).readonly();

/** What one condition of "only where" asks of a variable: the fields of each of its forms. */
const RULES = {
  anyOf: { is: z.literal('any-of'), codes },
  noneOf: { is: z.literal('none-of'), codes },
  atLeast: { is: z.literal('at-least'), least: z.int().min(1).max(500), codes },
  between: {
    is: z.literal('between'),
    from: z.number().nullable().default(null),
    to: z.number().nullable().default(null),
  },
} as const;

/** The same with other fields beside the rule, such as the variable that it is about. */
export const ruleShape = <Beside extends z.ZodRawShape>(beside: Beside) =>
  z.discriminatedUnion('is', [
    z.strictObject({ ...beside, ...RULES.anyOf }),
    z.strictObject({ ...beside, ...RULES.noneOf }),
    z
      .strictObject({ ...beside, ...RULES.atLeast })
      .describe('Of a multiple-response question: mentions so many of these; of all options where none is named.'),
    z.strictObject({ ...beside, ...RULES.between }).describe('Both ends are inside; null: open.'),
  ]);

type OfVariable = z.infer<ReturnType<typeof ruleShape<{ variable: z.ZodNumber }>>>;
type Alone<T> = T extends unknown ? Omit<T, 'variable'> : never;

/** Any of the tests, without what is tested. */
export type ConditionRule = Alone<OfVariable>;
