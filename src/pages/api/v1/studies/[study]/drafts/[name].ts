import { endpoint } from '../../../../../../api/endpoint.js';
import { DraftSchema, draftName } from '../../../../../../api/draft-schemas.js';
import { dropDraft, keepDraft } from '../../../../../../service/drafts.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const PUT = endpoint(
  ({ service, param, body }) =>
    keepDraft(service, openStudy(service, param('study')), draftName(param('name')), body.value),
  { body: DraftSchema, status: 204 },
);
export const DELETE = endpoint(
  ({ service, param }) => dropDraft(service, openStudy(service, param('study')), draftName(param('name'))),
  { status: 204 },
);
