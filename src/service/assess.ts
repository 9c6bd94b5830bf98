import type { Service } from './context.js';
import { JsonText } from './json-text.js';

/**
 * Assesses what was sent, in a thread of its own that reads, checks and answers, so that neither a large request nor an
 * exact test keeps anybody waiting. Who asked and goes away stops it.
 * @param sent a request as JSON
 * @throws Fault for a request that cannot be taken
 */
export const assessSent = async (service: Service, sent: Uint8Array): Promise<JsonText> =>
  new JsonText(await service.run('assessSent', sent));
