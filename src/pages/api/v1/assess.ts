import { endpoint } from '../../../api/endpoint.js';
import { AssessRequestSchema } from '../../../api/schemas.js';
import { assess } from '../../../core/assess.js';

export const POST = endpoint(({ body }) => assess(body), { body: AssessRequestSchema });
