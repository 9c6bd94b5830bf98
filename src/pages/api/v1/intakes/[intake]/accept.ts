import { endpoint } from '../../../../../api/endpoint.js';
import { AcceptSchema } from '../../../../../api/intake-schemas.js';
import { acceptIntake } from '../../../../../service/intake/accept.js';

export const POST = endpoint(
  async ({ service, param, body }) => ({ study: await acceptIntake(service, param('intake'), body) }),
  { body: AcceptSchema, status: 201 },
);
