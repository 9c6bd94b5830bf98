import { endpoint } from '../../../../../../api/endpoint.js';
import { listEntries } from '../../../../../../service/ledger.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const GET = endpoint(({ service, param }) => listEntries(openStudy(service, param('study'))));
