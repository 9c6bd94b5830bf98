import { reduceTable } from '../crosstab.js';
import { oneWay } from '../infer/goodness-of-fit.js';
import type { Subjects } from '../statistic/subjects.js';
import { tableSubject } from '../statistic/table-subject.js';
import { mentionsOf } from './assess-multiple.js';
import { pool, strataSubject } from './assess-strata.js';
import type { AssessRequest, TableRequest } from './requests.js';

type Makers = { [Of in keyof Subjects]: (request: AssessRequest) => Subjects[Of] | null };

const ofTable = (request: TableRequest) => tableSubject(request, reduceTable(request.counts, request).table);

const MAKERS: Makers = {
  table: (request) => {
    if ('strata' in request) return ofTable({ ...request, counts: pool(request) });
    return 'counts' in request ? ofTable(request) : null;
  },
  strata: (request) => ('strata' in request ? strataSubject(request) : null),
  'one-way': (request) => {
    if (!('oneWay' in request)) return null;
    const { counts, proportions } = request.oneWay;
    return { ...oneWay(counts, proportions), shares: proportions, exact: request.exact };
  },
  related: (request) => {
    if (!('related' in request)) return null;
    const { answers, times } = request.related;
    return { answers, times: times ?? answers.map(() => 1) };
  },
  codings: (request) => {
    if (!('codings' in request)) return null;
    const { units, metric = 'nominal' } = request.codings;
    return { units, metric, confidence: request.confidence ?? 0.95 };
  },
  multiple: (request) => ('multiple' in request ? mentionsOf(request.multiple) : null),
};

/**
 * What a statistic is worked out from, out of a request; null where the request holds nothing of the kind. As one
 * table, strata are all of them together.
 */
export function subjectOf<Of extends keyof Subjects>(of: Of, request: AssessRequest): Subjects[Of] | null {
  return MAKERS[of](request);
}
