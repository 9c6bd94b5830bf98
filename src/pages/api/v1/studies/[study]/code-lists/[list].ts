import { CodeListDraftSchema } from '../../../../../../api/codebook-schemas.js';
import { endpoint } from '../../../../../../api/endpoint.js';
import { changeCodeList, dropCodeList } from '../../../../../../service/code-lists.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const PUT = endpoint(
  ({ service, param, idParam, body }) =>
    changeCodeList(service, openStudy(service, param('study')), idParam('list'), body),
  { body: CodeListDraftSchema },
);
export const DELETE = endpoint(({ service, param, idParam }) =>
  dropCodeList(service, openStudy(service, param('study')), idParam('list')),
);
