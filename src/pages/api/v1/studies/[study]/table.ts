import { endpoint } from '../../../../../api/endpoint.js';
import { TableAskedSchema } from '../../../../../api/table-schemas.js';
import { openStudy } from '../../../../../service/open-study.js';
import { answerTable } from '../../../../../service/table-answer.js';

export const POST = endpoint(
  ({ service, param, body }) => answerTable(service, openStudy(service, param('study')), body),
  { body: TableAskedSchema },
);
