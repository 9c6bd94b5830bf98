import { endpoint } from '../../../../../api/endpoint.js';
import { StudyCopySchema } from '../../../../../api/schemas.js';
import { openStudy } from '../../../../../service/open-study.js';
import { copyStudy } from '../../../../../service/studies.js';

export const POST = endpoint(
  ({ service, param, body }) => copyStudy(service, openStudy(service, param('study')), body.name),
  { body: StudyCopySchema, status: 201 },
);
