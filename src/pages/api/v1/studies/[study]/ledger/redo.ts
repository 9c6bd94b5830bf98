import { endpoint } from '../../../../../../api/endpoint.js';
import { redoEntry } from '../../../../../../service/ledger.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const POST = endpoint(({ service, param, seen }) =>
  redoEntry(service, openStudy(service, param('study'), seen)),
);
