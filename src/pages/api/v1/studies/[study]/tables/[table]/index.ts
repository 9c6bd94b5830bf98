import { endpoint } from '../../../../../../../api/endpoint.js';
import { SavedTableSchema } from '../../../../../../../api/schemas.js';
import { openStudy } from '../../../../../../../service/open-study.js';
import { dropTable, findTable, saveTable } from '../../../../../../../service/saved-tables.js';

export const GET = endpoint(({ service, param, idParam }) =>
  findTable(openStudy(service, param('study')), idParam('table')),
);
export const PUT = endpoint(
  ({ service, param, seen, idParam, body }) =>
    saveTable(service, openStudy(service, param('study'), seen), idParam('table'), body),
  { body: SavedTableSchema },
);
export const DELETE = endpoint(({ service, param, seen, idParam }) =>
  dropTable(service, openStudy(service, param('study'), seen), idParam('table')),
);
