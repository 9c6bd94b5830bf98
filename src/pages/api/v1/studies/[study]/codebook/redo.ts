import { endpoint } from '../../../../../../api/endpoint.js';
import { redoChange } from '../../../../../../service/codebook-change.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const POST = endpoint(({ service, param }) => redoChange(service, openStudy(service, param('study'))));
