import type { TableRequest } from '../../core/assess/requests.js';
import { type ExactTests, exactTests } from '../../core/assess/assess-exact.js';

/** What the page sends: one table. */
export interface ExactJob {
  request: TableRequest;
  work: number;
  draws: number;
}

/** What comes back: how far it is, and at last the tests. */
export type ExactMessage = { share: number } | { tests: ExactTests };

const post = (message: ExactMessage) => self.postMessage(message);

self.addEventListener('message', ({ data }: MessageEvent<ExactJob>) => {
  const { request, work, draws } = data;
  post({ tests: exactTests(request, { work, draws, progress: (share) => post({ share }) }) });
});
