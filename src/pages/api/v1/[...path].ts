import { endpoint } from '../../../api/endpoint.js';
import { Fault } from '../../../core/fault.js';

/** Whatever else is asked for under /api/v1 gets a problem, not a page. */
export const ALL = endpoint(({ context }) => {
  throw new Fault(
    'not-found',
    `There is no ${context.request.method} ${context.url.pathname.slice(0, 200)}.`,
    'See /api/v1/openapi.json for what there is.',
  );
});
