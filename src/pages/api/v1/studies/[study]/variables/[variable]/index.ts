import { endpoint } from '../../../../../../../api/endpoint.js';
import { VariableEditSchema } from '../../../../../../../api/schemas.js';
import { editVariable } from '../../../../../../../service/edit-variable.js';
import { openStudy } from '../../../../../../../service/open-study.js';
import { detailVariable } from '../../../../../../../service/roster.js';

export const GET = endpoint(({ service, param, idParam }) =>
  detailVariable(service, openStudy(service, param('study')), idParam('variable')),
);
export const PATCH = endpoint(
  ({ service, param, seen, idParam, body }) =>
    editVariable(service, openStudy(service, param('study'), seen), idParam('variable'), body),
  { body: VariableEditSchema },
);
