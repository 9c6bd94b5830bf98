import { codingsSubject } from './assess-codings.js';
import { relatedSubject } from './assess-related.js';
import { oneWaySubject } from './assess-one-way.js';
import { numbersSubject } from './assess-numbers.js';
import { reduceTable } from '../crosstab.js';
import type { Subjects } from '../statistic/subjects.js';
import { tableSubject } from '../statistic/table-subject.js';
import { mentionsOf } from './assess-multiple.js';
import type { Statistic } from '../statistic/statistic.js';
import { onScale } from './on-scale.js';
import { pool, strataSubject } from './assess-strata.js';
import type { AssessRequest, TableRequest } from './requests.js';

type Makers = { [Of in keyof Subjects]: (request: AssessRequest) => Subjects[Of] | null };

/** A statistic, by what it is worked out from and whether it reads an order. */
type Asking<Of extends keyof Subjects> = Pick<Statistic<string, Of, unknown>, 'of' | 'levels'>;

const ofTable = (request: TableRequest) => tableSubject(request, reduceTable(request.counts, request).table);

const MAKERS: Makers = {
  table: (request) => {
    if ('strata' in request) return ofTable({ ...request, counts: pool(request) });
    return 'counts' in request ? ofTable(request) : null;
  },
  strata: (request) => ('strata' in request ? strataSubject(request) : null),
  'one-way': (request) => ('oneWay' in request ? oneWaySubject(request) : null),
  related: (request) => ('related' in request ? relatedSubject(request) : null),
  codings: (request) => ('codings' in request ? codingsSubject(request) : null),
  numbers: (request) => ('numbers' in request ? numbersSubject(request) : null),
  multiple: (request) => ('multiple' in request ? mentionsOf(request.multiple) : null),
};

/**
 * What a statistic is worked out from, out of a request; null where the request holds nothing of the kind. As one
 * table, strata are all of them together; what reads an order is of those on the scale.
 */
export function subjectOf<Of extends keyof Subjects>(
  { of, levels }: Asking<Of>,
  request: AssessRequest,
): Subjects[Of] | null {
  if ('strata' in request || !('counts' in request) || levels === 'any') return MAKERS[of](request);
  return MAKERS[of](onScale(request));
}
