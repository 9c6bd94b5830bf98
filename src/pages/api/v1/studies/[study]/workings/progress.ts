import { endpoint } from '../../../../../../api/endpoint.js';
import { openStudy } from '../../../../../../service/open-study.js';
import { makingIn } from '../../../../../../service/workings.js';

export const GET = endpoint(({ service, param }) => ({
  making: makingIn(service, openStudy(service, param('study')).id),
}));
