import { endpoint } from '../../../../../../api/endpoint.js';
import { LedgerPlaceSchema } from '../../../../../../api/schemas.js';
import { goToEntry } from '../../../../../../service/ledger.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const PUT = endpoint(
  ({ service, param, body }) => goToEntry(service, openStudy(service, param('study')), body.entry),
  { body: LedgerPlaceSchema },
);
