import { EntryEditsSchema } from '../../../../../../api/codebook-schemas.js';
import { endpoint } from '../../../../../../api/endpoint.js';
import { editEntries } from '../../../../../../service/edit-variable.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const PATCH = endpoint(
  ({ service, param, seen, body }) =>
    editEntries(service, openStudy(service, param('study'), seen), body.edits, body.words),
  { body: EntryEditsSchema },
);
