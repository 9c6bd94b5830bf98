import { assessCodings } from './assess/assess-codings.js';
import { assessMultiple } from './assess/assess-multiple.js';
import { assessNumbers } from './assess/assess-numbers.js';
import { assessOneWay } from './assess/assess-one-way.js';
import { assessRelated } from './assess/assess-related.js';
import { assessStrata } from './assess/assess-strata.js';
import { assessTable } from './assess/assess-table.js';
import type { AssessRequest } from './assess/requests.js';
import type { Assessment } from './assess/types.js';

/**
 * Every test and measure that a request asks for by what it gives: a table of counts (with weights, or in strata),
 * one-way counts, related answers, codings, numbers in groups, or a multiple-response question by groups.
 * @throws Fault naming the cell, the line or the respondent that cannot be taken
 */
export function assess(request: AssessRequest): Assessment {
  if ('strata' in request) return assessStrata(request);
  if ('oneWay' in request) return assessOneWay(request);
  if ('related' in request) return assessRelated(request);
  if ('codings' in request) return assessCodings(request);
  if ('multiple' in request) return assessMultiple(request);
  if ('numbers' in request) return assessNumbers(request);
  return assessTable(request);
}
