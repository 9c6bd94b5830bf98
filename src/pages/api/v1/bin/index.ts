import { endpoint } from '../../../../api/endpoint.js';
import { listBin } from '../../../../service/studies.js';

export const GET = endpoint(({ service }) => listBin(service));
