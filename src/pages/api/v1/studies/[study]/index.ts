import { endpoint } from '../../../../../api/endpoint.js';
import { openStudy } from '../../../../../service/open-study.js';
import { viewStudy } from '../../../../../service/roster.js';

export const GET = endpoint(({ service, param }) => viewStudy(openStudy(service, param('study'))));
