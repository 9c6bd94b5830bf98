import { type Absent, isAbsent, type TestResult } from '../infer/result.js';
import type { MeasureResult } from '../measure/result.js';
import type { Assessment } from './types.js';
import type { MeasureId, TestId } from '../statistic/registry.js';

/** Puts a test into an answer, or its reason for being absent. */
export function recordTest(answer: Assessment, id: TestId, outcome: TestResult | Absent): void {
  if (isAbsent(outcome)) answer.absent.push({ id, reason: outcome.absent });
  else answer.tests[id] = outcome;
}

/**
 * Puts a measure into an answer, or its reason for being absent. An interval whose ends pass the largest number (a
 * ratio from next to nobody) is left out.
 */
export function recordMeasure(answer: Assessment, id: MeasureId, outcome: MeasureResult | Absent): void {
  if (isAbsent(outcome)) answer.absent.push({ id, reason: outcome.absent });
  else {
    const { lower, upper, ...rest } = outcome;
    const closed = lower !== undefined && upper !== undefined && Number.isFinite(lower) && Number.isFinite(upper);
    answer.measures[id] = closed ? outcome : rest;
  }
}
