import { isMainThread, parentPort, Worker } from 'node:worker_threads';
import { setPriority } from 'node:os';
import { fileURLToPath } from 'node:url';
import { enveloped } from '../jobs/crossing.js';
import type { Posted, PostedBack, Tell } from '../jobs/helper.js';
import { JOBS, type Jobs } from './jobs.js';
import { isWatch, MEMORY_NOW, watchMemory } from './watch.js';

/** What does jobs, in a thread or in a process of its own: takes them one after the other, and posts back. */
function help(post: (message: PostedBack) => void): (posted: Posted) => Promise<void> {
  return async ({ id, name, job }) => {
    const work = JOBS[name as keyof Jobs] as (job: unknown, tell: Tell) => unknown;
    try {
      const answer = await enveloped(() => work(job, (share, rows) => post({ id, tell: { share, rows } })));
      post({ id, answer });
    } catch (error) {
      const { message, stack } = error instanceof Error ? error : new Error(String(error));
      post({ id, defect: { message, stack } });
    }
  };
}

/** Less urgent than the server, which answers while files are read. */
const PRIORITY = 5;

function helpAsProcess(): void {
  const limit = new BigInt64Array(new SharedArrayBuffer(8));
  new Worker(fileURLToPath(import.meta.url), { workerData: { [MEMORY_NOW]: limit } }).unref();
  setPriority(PRIORITY);
  const take = help((message) => process.send?.(message));
  process.on('message', (posted: Posted) => {
    if (Number.isFinite(posted.memory)) Atomics.store(limit, 0, BigInt(posted.memory));
    void take(posted);
  });
  // Whoever posts has gone.
  process.on('disconnect', () => process.exit(0));
}

if (isWatch()) watchMemory();
else if (isMainThread) helpAsProcess();
else {
  const take = help((message) => parentPort?.postMessage(message));
  parentPort?.on('message', (posted: Posted) => void take(posted));
}
