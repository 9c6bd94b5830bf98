import { CodeListDraftSchema } from '../../../../../../api/codebook-schemas.js';
import { endpoint } from '../../../../../../api/endpoint.js';
import { changeCodeList, dropCodeList } from '../../../../../../service/code-lists.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const PUT = endpoint(
  ({ service, param, seen, idParam, body }) =>
    changeCodeList(service, openStudy(service, param('study'), seen), idParam('list'), body),
  { body: CodeListDraftSchema },
);
export const DELETE = endpoint(({ service, param, seen, idParam }) =>
  dropCodeList(service, openStudy(service, param('study'), seen), idParam('list')),
);
