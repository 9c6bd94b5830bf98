import { endpoint } from '../../../../../../api/endpoint.js';
import { SavedTableSchema } from '../../../../../../api/schemas.js';
import { openStudy } from '../../../../../../service/open-study.js';
import { saveTable } from '../../../../../../service/saved-tables.js';

export const POST = endpoint(
  ({ service, param, seen, body }) => saveTable(service, openStudy(service, param('study'), seen), null, body),
  {
    body: SavedTableSchema,
    status: 201,
  },
);
