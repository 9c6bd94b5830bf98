import { OrderSchema } from '../../../../../../../api/codebook-schemas.js';
import { endpoint } from '../../../../../../../api/endpoint.js';
import { openStudy } from '../../../../../../../service/open-study.js';
import { orderedCodes } from '../../../../../../../service/order-codes.js';

export const POST = endpoint(
  ({ service, param, idParam, body }) =>
    orderedCodes(service, openStudy(service, param('study')), idParam('variable'), body),
  { body: OrderSchema },
);
