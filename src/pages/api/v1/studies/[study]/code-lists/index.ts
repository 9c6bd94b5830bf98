import { CodeListDraftSchema } from '../../../../../../api/codebook-schemas.js';
import { endpoint } from '../../../../../../api/endpoint.js';
import { listCodeLists, makeCodeList } from '../../../../../../service/code-lists.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const GET = endpoint(({ service, param }) => listCodeLists(openStudy(service, param('study'))));
export const POST = endpoint(
  async ({ service, param, seen, body }) => ({
    list: await makeCodeList(service, openStudy(service, param('study'), seen), body),
  }),
  { body: CodeListDraftSchema, status: 201 },
);
