import { RespondentsWantedSchema } from '../../../../../api/codebook-schemas.js';
import { endpoint } from '../../../../../api/endpoint.js';
import { openStudy } from '../../../../../service/open-study.js';
import { respondentRows } from '../../../../../service/respondents.js';

export const POST = endpoint(
  ({ service, param, body }) => respondentRows(service, openStudy(service, param('study')), body),
  { body: RespondentsWantedSchema },
);
