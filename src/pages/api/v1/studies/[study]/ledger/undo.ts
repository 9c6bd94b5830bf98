import { endpoint } from '../../../../../../api/endpoint.js';
import { undoEntry } from '../../../../../../service/ledger.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const POST = endpoint(({ service, param, seen }) =>
  undoEntry(service, openStudy(service, param('study'), seen)),
);
