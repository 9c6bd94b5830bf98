import { endpoint } from '../../../../../../api/endpoint.js';
import { WorkingDraftSchema } from '../../../../../../api/schemas.js';
import { openStudy } from '../../../../../../service/open-study.js';
import { keepWorking } from '../../../../../../service/workings.js';

export const POST = endpoint(
  ({ service, param, seen, body }) => keepWorking(service, openStudy(service, param('study'), seen), body),
  {
    body: WorkingDraftSchema,
    status: 201,
  },
);
