import { parseAssess } from '../../../api/assess-schemas.js';
import { endpoint } from '../../../api/endpoint.js';
import { assessInThread } from '../../../service/assess.js';

export const POST = endpoint(({ body, service, context }) => assessInThread(service, body, context.request.signal), {
  parse: parseAssess,
});
