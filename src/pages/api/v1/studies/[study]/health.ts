import { endpoint } from '../../../../../api/endpoint.js';
import { studyHealth } from '../../../../../service/health.js';
import { openStudy } from '../../../../../service/open-study.js';

export const GET = endpoint(({ service, param }) => studyHealth(service, openStudy(service, param('study'))));
