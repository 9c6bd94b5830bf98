import { endpoint } from '../../../api/endpoint.js';
import { openApiDocument } from '../../../api/openapi.js';
import { VERSION } from '../../../api/version.js';

export const GET = endpoint(() => openApiDocument(VERSION));
