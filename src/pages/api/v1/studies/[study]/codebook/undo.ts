import { endpoint } from '../../../../../../api/endpoint.js';
import { undoChange } from '../../../../../../service/codebook-change.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const POST = endpoint(({ service, param }) => undoChange(service, openStudy(service, param('study'))));
