import { benchAnswers } from './answers.js';
import { benchCodebook } from './codebook.js';
import { benchCoding } from './coding.js';
import { benchCounting } from './counting.js';
import { benchFairness } from './fairness.js';
import { benchHanding } from './handing.js';
import { benchIntake } from './intake.js';
import { benchLinear } from './linear.js';
import { benchLinked } from './linked.js';
import { benchMachine } from './machine.js';
import { benchManyVariables } from './many-variables.js';
import { benchMultiple } from './multiple.js';
import { benchOpening } from './opening.js';
import { benchPeople } from './people.js';
import { benchPlan } from './plan.js';
import { benchStatistics } from './statistics.js';
import { benchTable } from './table.js';
import { benchWorkings } from './workings.js';

const BENCHES: readonly (() => void | Promise<void>)[] = [
  benchStatistics,
  benchAnswers,
  benchIntake,
  benchLinear,
  benchCounting,
  benchMachine,
  benchCodebook,
  benchOpening,
  benchWorkings,
  benchMultiple,
  benchPlan,
  benchTable,
  benchCoding,
  benchHanding,
  benchFairness,
  benchManyVariables,
  () => benchPeople(),
  () => benchLinked(),
];

/** Speed, as ratios against a baseline in the same run. Measures all; fails where what was asked for is not reached. */
export async function bench(): Promise<void> {
  const failures: string[] = [];
  for (const measure of BENCHES) {
    try {
      await measure();
    } catch (error) {
      failures.push(error instanceof Error ? error.message : String(error));
    }
  }
  if (failures.length > 0) throw new Error(failures.join('\n'));
}
