import { MissingWantedSchema } from '../../../../../../api/codebook-schemas.js';
import { endpoint } from '../../../../../../api/endpoint.js';
import { planDeclaring } from '../../../../../../service/declare-missing.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const POST = endpoint(
  ({ service, param, body }) => planDeclaring(service, openStudy(service, param('study')), body),
  { body: MissingWantedSchema },
);
