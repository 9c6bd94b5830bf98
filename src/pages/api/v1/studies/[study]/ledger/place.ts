import { endpoint } from '../../../../../../api/endpoint.js';
import { LedgerPlaceSchema } from '../../../../../../api/ledger-schemas.js';
import { goToEntry } from '../../../../../../service/ledger.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const PUT = endpoint(
  ({ service, param, seen, body }) => goToEntry(service, openStudy(service, param('study'), seen), body.entry),
  { body: LedgerPlaceSchema },
);
