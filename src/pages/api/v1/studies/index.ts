import { endpoint } from '../../../../api/endpoint.js';
import { listStudies } from '../../../../service/open-study.js';

export const GET = endpoint(({ service }) => listStudies(service));
