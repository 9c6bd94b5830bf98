import { z } from 'zod';

/**
 * What an engine works out for one respondent: a whole number, a number, a text, or nothing. It is data, so that it can
 * be kept, printed in an engine's dialect, and worked out here in tests.
 * - `column`: a column of the engine's table; `as`: read as a number or as a text. It is nothing where it is an empty
 *   text or beyond all numbers; `bare`: it is whatever the engine has there, for whoever looks at it here.
 * - `part`: a part of a linked column, by the column's id; of the column itself where that is `OWN`.
 * - `lookup`: what stands for each value; `blank` where there is none, `otherwise` for a value that is not listed.
 */
export type Scalar =
  | { is: 'column'; name: string; as: 'number' | 'text'; bare?: true }
  | { is: 'part'; column: number; part: string }
  | { is: 'whole' | 'number'; value: number }
  | { is: 'nothing' }
  | { is: 'case'; when: readonly (readonly [Condition, Scalar])[]; otherwise: Scalar }
  | { is: 'lookup'; of: Scalar; cases: readonly Lookup[]; otherwise: number; blank: number }
  | { is: 'arithmetic'; sign: '+' | '-' | '*' | '/'; parts: readonly Scalar[] }
  | { is: 'call'; of: Call; parts: readonly Scalar[] };

const CALLS = ['abs', 'sqrt', 'ln', 'exp', 'power', 'floor', 'least', 'greatest'] as const;
export type Call = (typeof CALLS)[number];

interface Lookup {
  values: readonly (string | number)[];
  to: number;
}

export type Comparison = '=' | '<' | '<=' | '>' | '>=';

/** Whether something holds of a respondent. A comparison with nothing does not hold. */
export type Condition =
  | { is: 'compare'; sign: Comparison; left: Scalar; right: Scalar }
  | { is: 'one-of'; of: Scalar; values: readonly (string | number)[] }
  | { is: 'is-nothing'; of: Scalar }
  | { is: 'and' | 'or'; parts: readonly Condition[] }
  | { is: 'not'; part: Condition };

/** The column itself, in its own parts. */
export const OWN = 0;

const value = z.union([z.string(), z.number()]);
const lookup = z.strictObject({ values: z.array(value), to: z.int() });

/** An expression as it is kept. */
export const ScalarShape: z.ZodType<Scalar> = z.lazy(() =>
  z.discriminatedUnion('is', [
    z.strictObject({ is: z.literal('column'), name: z.string(), as: z.enum(['number', 'text']) }),
    z.strictObject({ is: z.literal('part'), column: z.int(), part: z.string() }),
    z.strictObject({ is: z.enum(['whole', 'number']), value: z.number() }),
    z.strictObject({ is: z.literal('nothing') }),
    z.strictObject({
      is: z.literal('case'),
      when: z.array(z.tuple([ConditionShape, ScalarShape])),
      otherwise: ScalarShape,
    }),
    z.strictObject({
      is: z.literal('lookup'),
      of: ScalarShape,
      cases: z.array(lookup),
      otherwise: z.int(),
      blank: z.int(),
    }),
    z.strictObject({
      is: z.literal('arithmetic'),
      sign: z.enum(['+', '-', '*', '/']),
      parts: z.array(ScalarShape).min(1),
    }),
    z.strictObject({
      is: z.literal('call'),
      of: z.enum(CALLS),
      parts: z.array(ScalarShape).min(1),
    }),
  ]),
);

const ConditionShape: z.ZodType<Condition> = z.lazy(() =>
  z.discriminatedUnion('is', [
    z.strictObject({
      is: z.literal('compare'),
      sign: z.enum(['=', '<', '<=', '>', '>=']),
      left: ScalarShape,
      right: ScalarShape,
    }),
    z.strictObject({ is: z.literal('one-of'), of: ScalarShape, values: z.array(value) }),
    z.strictObject({ is: z.literal('is-nothing'), of: ScalarShape }),
    z.strictObject({ is: z.enum(['and', 'or']), parts: z.array(ConditionShape) }),
    z.strictObject({ is: z.literal('not'), part: ConditionShape }),
  ]),
);
