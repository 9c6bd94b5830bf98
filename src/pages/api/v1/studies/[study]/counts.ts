import { endpoint } from '../../../../../api/endpoint.js';
import { SentenceSchema } from '../../../../../api/schemas.js';
import { countTable } from '../../../../../service/count-table.js';
import { openStudy } from '../../../../../service/open-study.js';

export const POST = endpoint(
  ({ service, param, body }) => countTable(service, openStudy(service, param('study')), body),
  {
    body: SentenceSchema,
  },
);
