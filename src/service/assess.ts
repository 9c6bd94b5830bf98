import type { AssessRequest } from '../core/assess/requests.js';
import type { Assessment } from '../core/assess/types.js';
import type { Service } from './context.js';

/**
 * Assesses in a thread of its own, so that an exact test keeps nobody waiting. Who asked and goes away stops it.
 * @throws Fault for a request that cannot be taken
 */
export function assessInThread(service: Service, request: AssessRequest, signal?: AbortSignal): Promise<Assessment> {
  return service.run('assess', request, { signal });
}
