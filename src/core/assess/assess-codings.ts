import { type Coded, isOfSets, type Metric, type Subjects } from '../statistic/subjects.js';
import { Fault } from '../fault.js';
import { krippendorffAlphaMeasure } from '../measure/krippendorff-alpha.js';
import { recordMeasure } from './record.js';
import { type Assessment, emptyAssessment } from './types.js';
import type { CodingsRequest } from './requests.js';

/** The codings with the distance that is meant. */
export const codingsSubject = ({ codings, confidence = 0.95 }: CodingsRequest): Subjects['codings'] => ({
  units: codings.units,
  metric: codings.metric ?? 'nominal',
  confidence,
});

/** Whether a distance is for what a coder gave: a set of codes can be one of them, a value cannot be several. */
const suits = (coded: Coded, metric: Metric): boolean =>
  typeof coded === 'number' ? Number.isFinite(coded) : isOfSets(metric) && coded.every(Number.isFinite);

/**
 * Codings of the same units by several coders.
 * @throws Fault naming the unit and the coder
 */
export function assessCodings(request: CodingsRequest): Assessment {
  const { units, metric } = codingsSubject(request);
  const coders = units[0]?.length ?? 0;
  units.forEach((unit, i) => {
    const bad = unit.findIndex((value) => value !== null && !suits(value, metric));
    if (unit.length !== coders || bad >= 0) {
      throw new Fault(
        'invalid',
        bad >= 0
          ? `Unit ${i + 1} has ${Array.isArray(unit[bad]) ? 'several codes' : 'no number'} from coder ${bad + 1}.`
          : `Unit ${i + 1} has ${unit.length} codings where unit 1 has ${coders}.`,
        isOfSets(metric)
          ? 'Give each unit a list of codes for each coder, or null where there is none.'
          : 'Give each unit one number for each coder, or null where there is none; sets need jaccard or masi.',
        { field: 'codings.units', cell: { row: i + 1, column: (bad >= 0 ? bad : Math.min(unit.length, coders)) + 1 } },
      );
    }
  });
  const result = emptyAssessment({
    N: units.length,
    respondents: units.length,
    effective: units.length,
    rows: units.length,
    columns: coders,
  });
  recordMeasure(result, 'krippendorff-alpha', krippendorffAlphaMeasure.compute(codingsSubject(request)));
  return result;
}
