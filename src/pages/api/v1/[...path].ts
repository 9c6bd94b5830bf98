import type { APIRoute } from 'astro';
import { answer } from '../../../api/answer.js';
import { findOperation } from '../../../api/find-operation.js';
import { openApiDocument } from '../../../api/openapi.js';
import { OPERATIONS } from '../../../api/operations/registry.js';
import { VERSION } from '../../../service/version.js';

const ROOT = '/api/v1';

const find = findOperation(OPERATIONS);

/** Every operation of the API, and the document that describes them. */
export const ALL: APIRoute = ({ request, url, locals }) => {
  const path = url.pathname.slice(ROOT.length);
  if (path === '/openapi.json') return Response.json(openApiDocument(OPERATIONS, VERSION));
  return answer(request, find(path), locals);
};
