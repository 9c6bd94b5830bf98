import { endpoint } from '../../../api/endpoint.js';
import { VERSION } from '../../../api/version.js';
import { listStudies } from '../../../service/open-study.js';

export const GET = endpoint(({ service }) => ({
  status: 'ok',
  version: VERSION,
  studies: listStudies(service).length,
}));
