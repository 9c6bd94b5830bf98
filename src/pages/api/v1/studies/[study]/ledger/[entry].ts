import { endpoint } from '../../../../../../api/endpoint.js';
import { AmendmentSchema } from '../../../../../../api/ledger-schemas.js';
import { amendEntry } from '../../../../../../service/amend-entry.js';
import { describeEntry } from '../../../../../../service/describe-entry.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const GET = endpoint(({ service, param, idParam }) =>
  describeEntry(openStudy(service, param('study')), idParam('entry')),
);
export const PATCH = endpoint(
  ({ service, param, idParam, seen, body }) =>
    amendEntry(service, openStudy(service, param('study'), seen), idParam('entry'), body),
  { body: AmendmentSchema },
);
