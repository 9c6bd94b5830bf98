import { endpoint } from '../../../../../../api/endpoint.js';
import { WorkingDraftSchema } from '../../../../../../api/schemas.js';
import { openStudy } from '../../../../../../service/open-study.js';
import { dropWorking, editWorking } from '../../../../../../service/workings.js';

export const PUT = endpoint(
  ({ service, param, seen, idParam, body }) =>
    editWorking(service, openStudy(service, param('study'), seen), idParam('working'), body),
  { body: WorkingDraftSchema },
);
export const DELETE = endpoint(({ service, param, seen, idParam }) =>
  dropWorking(service, openStudy(service, param('study'), seen), idParam('working')),
);
