import { ReachWantedSchema } from '../../../../../../api/codebook-schemas.js';
import { endpoint } from '../../../../../../api/endpoint.js';
import { reachOf } from '../../../../../../service/declare-missing.js';
import { openStudy } from '../../../../../../service/open-study.js';

export const POST = endpoint(
  ({ service, param, body }) => reachOf(service, openStudy(service, param('study')), body.in),
  { body: ReachWantedSchema },
);
