import { endpoint } from '../../../../../api/endpoint.js';
import { openStudy } from '../../../../../service/open-study.js';
import { viewWholeStudy } from '../../../../../service/roster.js';

export const GET = endpoint(({ service, param }) => viewWholeStudy(service, openStudy(service, param('study'))));
