import { titleOf } from '../../codebook/types.js';
import type { Split } from '../../table/split.js';
import { inScaleOrder } from '../../table/scale-order.js';
import { testOf } from '../../statistic/registry.js';
import { sayTest } from '../cross/association.js';
import type { ReadOptions } from '../options.js';
import type { SplitAssessment } from '../split/assess-split.js';
import type { Answer, ReadTest } from '../types.js';
import { leadOf } from './context.js';
import { readNumbers } from './read-numbers.js';

/** The answers for numbers in groups within a further variable: those of all together, and the test of each stratum. */
export function readNumbersWithin(
  { all, strata, within }: Split,
  assessment: SplitAssessment,
  confidence: number,
  { sizes }: ReadOptions,
): Answer[] {
  if (!assessment.all) return [];
  const answers = readNumbers(inScaleOrder(all), assessment.all, confidence, sizes);
  const tests = strata.flatMap(({ label }, k): ReadTest[] => {
    const result = assessment.strata[k];
    const lead = result && leadOf(result);
    if (!lead) return [];
    const { about } = testOf(lead.id);
    return [{ id: `${lead.id}@${label}`, name: label, text: sayTest(lead.id, lead.test), about, lead: false }];
  });
  const note =
    `This is of all together; under it stands the test in each category of ${titleOf(within.variable)}. ` +
    'No test takes them together: choose one table above to read it.';
  return answers.map((item) =>
    item.id === 'association' ? { ...item, tests: [...item.tests, ...tests], notes: [note, ...item.notes] } : item,
  );
}
