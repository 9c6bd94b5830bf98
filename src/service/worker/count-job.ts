import { addParts } from '../../core/count/add-parts.js';
import { type Columns, type CountAsked, planOf } from '../../core/count/asked.js';
import { type Part, partsOf } from '../../core/count/parts.js';
import { checkCost, costOf, type CountedPart, countPart, toldOf } from '../../core/count/plan.js';
import type { CountArray } from '../../core/count/types.js';
import { cachedColumn, cachedPlaces } from './column-cache.js';

/** What a thread needs to count: what is asked, of which study. */
export interface CountJob extends CountAsked {
  file: string;
  respondents: number;
}

/** The parts in which a job is counted, and what it costs. @throws Fault where it would be too large */
export function partsOfJob(job: CountJob, columns: Columns) {
  const nobody = planOf(job, columns, { from: 0, to: 0 });
  checkCost(nobody);
  const cost = costOf(nobody);
  return { parts: partsOf(job.respondents, cost.figures, cost.looks), ...cost };
}

/** What was counted of each of some parts. */
export const countParts = (job: CountJob, columns: Columns, parts: readonly Part[]): CountedPart[] =>
  parts.map((part) => countPart(planOf(job, columns, part)));

/** The counts of a job, out of what was counted of its parts. */
export function tellParts(job: CountJob, columns: Columns, counted: readonly CountedPart[]): CountArray[] {
  const nobody = planOf(job, columns, { from: 0, to: 0 });
  return toldOf(addParts(counted), nobody, () => planOf(job, columns, { from: 0, to: job.respondents }));
}

/** Counts columns of a study under a filter and a weight: a count array for each row item by each nest. */
export function countInStudy(job: CountJob): CountArray[] {
  const columns: Columns = {
    column: (id) => cachedColumn(job.file, id),
    places: (id) => cachedPlaces(job.file, id),
  };
  return tellParts(job, columns, countParts(job, columns, partsOfJob(job, columns).parts));
}
