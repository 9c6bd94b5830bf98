import type { Assessment } from '../assess/types.js';
import { chiSquareDoubtful } from './cross/context.js';

/** What the exact tests of a table may cost before a sample of tables is drawn instead: some seconds. */
export const EXACT_EFFORT = { work: 20_000_000, draws: 20_000 };

/** Whether a table has exact tests that its assessment has not: two by two is exact already, and weights have none. */
export const canBeExact = ({ cells, base, tests }: Assessment): boolean =>
  cells !== null && base.rows + base.columns > 4 && !tests['rao-scott'];

/** Whether a reading waits for them, as chi-square is doubtful. */
export const needsExact = (assessment: Assessment): boolean =>
  canBeExact(assessment) && chiSquareDoubtful({ result: assessment });
