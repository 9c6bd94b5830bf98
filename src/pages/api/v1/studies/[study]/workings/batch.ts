import { endpoint } from '../../../../../../api/endpoint.js';
import { WorkingDraftsSchema } from '../../../../../../api/schemas.js';
import { openStudy } from '../../../../../../service/open-study.js';
import { keepWorkings } from '../../../../../../service/workings.js';

export const POST = endpoint(
  ({ service, param, seen, body }) => keepWorkings(service, openStudy(service, param('study'), seen), body.drafts),
  { body: WorkingDraftsSchema, status: 201 },
);
