import { endpoint } from '../../../../../../api/endpoint.js';
import { listDrafts } from '../../../../../../service/drafts.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const GET = endpoint(({ service, param }) => listDrafts(openStudy(service, param('study'))));
