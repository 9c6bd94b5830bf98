import { benchAnswers } from './answers.js';
import { benchCodebook } from './codebook.js';
import { benchCoding } from './coding.js';
import { benchCounting } from './counting.js';
import { benchHanding } from './handing.js';
import { benchIntake } from './intake.js';
import { benchLinear } from './linear.js';
import { benchLinked } from './linked.js';
import { benchMachine } from './machine.js';
import { benchMultiple } from './multiple.js';
import { benchPlan } from './plan.js';
import { benchStatistics } from './statistics.js';
import { benchTable } from './table.js';
import { benchWorkings } from './workings.js';

/** Speed, as ratios against a baseline in the same run. Fails where what was asked for is not reached. */
export async function bench(): Promise<void> {
  benchStatistics();
  await benchAnswers();
  await benchIntake();
  await benchLinear();
  await benchCounting();
  await benchMachine();
  await benchCodebook();
  await benchWorkings();
  await benchMultiple();
  await benchPlan();
  await benchTable();
  await benchCoding();
  await benchHanding();
  await benchLinked();
}
