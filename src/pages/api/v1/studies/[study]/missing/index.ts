import { DeclareSchema } from '../../../../../../api/codebook-schemas.js';
import { endpoint } from '../../../../../../api/endpoint.js';
import { declareMissing } from '../../../../../../service/declare-missing.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const POST = endpoint(
  ({ service, param, seen, body }) => declareMissing(service, openStudy(service, param('study'), seen), body),
  { body: DeclareSchema },
);
