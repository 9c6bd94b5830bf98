import { endpoint } from '../../../../../../api/endpoint.js';
import { compareWithStudy } from '../../../../../../service/intake/join.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const GET = endpoint(({ service, param }) =>
  compareWithStudy(service, openStudy(service, param('study')), param('intake')),
);
