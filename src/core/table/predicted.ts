import { z } from 'zod';
import type { Block } from './sentence.js';

/** Which side of every table is predicted from the other. */
const SIDES = z.enum(['rows', 'columns']);

/**
 * What is predicted: a side, or variables, each wherever it stands.
 * @param variable what a variable is called by
 */
export const predictedShape = <V extends string | number>(variable: z.ZodType<V, V>) =>
  z
    .union([SIDES, z.array(variable).max(100)])
    .describe(
      'What is predicted: a side of every table, or variables, each wherever it stands; the rows where absent.',
    );

export const PredictedShape = predictedShape<number>(z.int());
export type Predicted = z.infer<typeof PredictedShape>;

/** The variables of the two sides of a block, by id. */
interface Sides {
  rows: number;
  /** Of a nest all of its levels. */
  columns: readonly number[];
}

export const sidesOf = ({ row, nest }: Pick<Block, 'row' | 'nest'>): Sides => ({ rows: row.variable, columns: nest });

/**
 * Which side of a block is predicted: that of a variable which was named, or the rows.
 * @example predictedIn([7], { rows: 3, columns: [7] }) // 'columns'
 */
export function predictedIn(predicted: Predicted | undefined, { rows, columns }: Sides): 'rows' | 'columns' {
  if (predicted === undefined || predicted === 'rows' || predicted === 'columns') return predicted ?? 'rows';
  return columns.some((id) => predicted.includes(id)) && !predicted.includes(rows) ? 'columns' : 'rows';
}

/**
 * What is predicted once a side of a block was chosen: its variables are named, and those of the other are not.
 * @example withPredicted([7], { rows: 3, columns: [7] }, 'rows') // undefined
 */
export function withPredicted(
  predicted: Predicted | undefined,
  { rows, columns }: Sides,
  side: 'rows' | 'columns',
): Predicted | undefined {
  const named = Array.isArray(predicted) ? predicted.filter((id) => id !== rows && !columns.includes(id)) : [];
  const next = side === 'columns' ? [...named, ...columns] : named;
  return next.length > 0 ? next : undefined;
}
