import { endpoint } from '../../../../api/endpoint.js';
import { emptyFromBin, unbinStudy } from '../../../../service/studies.js';

export const POST = endpoint(({ service, param }) => unbinStudy(service, param('study')), { status: 201 });
export const DELETE = endpoint(({ service, param }) => emptyFromBin(service, param('study')), { status: 204 });
