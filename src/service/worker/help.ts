import { setPriority } from 'node:os';
import { isMainThread, parentPort, Worker } from 'node:worker_threads';
import { enveloped, type Envelope } from '../jobs/crossing.js';
import type { Posted, PostedBack, Tell } from '../jobs/helper.js';
import type { DoneBy } from './jobs.js';
import { isWatch, MEMORY_NOW, watchMemory } from './watch.js';

/** Bytes that an answer is made of: they are handed over, not copied. */
const bytesIn = (answer: Envelope<unknown>): ArrayBuffer[] =>
  answer.ok && answer.value instanceof Uint8Array && answer.value.buffer instanceof ArrayBuffer
    ? [answer.value.buffer]
    : [];

/** What does jobs, in a thread or in a process of its own: takes them one after the other, and posts back. */
function taker(
  jobs: DoneBy,
  post: (message: PostedBack, move?: ArrayBuffer[]) => void,
): (posted: Posted) => Promise<void> {
  return async ({ id, name, job }) => {
    const work = jobs[name as keyof DoneBy] as (job: unknown, tell: Tell) => unknown;
    try {
      const answer = await enveloped(() => work(job, (share, rows) => post({ id, tell: { share, rows } })));
      post({ id, answer }, bytesIn(answer));
    } catch (error) {
      const { message, stack } = error instanceof Error ? error : new Error(String(error));
      post({ id, defect: { message, stack } });
    }
  };
}

/** Less urgent than the server, which answers while files are read. */
const PRIORITY = 10;

function helpAsProcess(jobs: DoneBy, entry: string): void {
  const limit = new BigInt64Array(new SharedArrayBuffer(8));
  new Worker(entry, { workerData: { [MEMORY_NOW]: limit } }).unref();
  setPriority(PRIORITY);
  const take = taker(jobs, (message) => process.send?.(message));
  process.on('message', (posted: Posted) => {
    if (Number.isFinite(posted.memory)) Atomics.store(limit, 0, BigInt(posted.memory));
    void take(posted);
  });
  // Whoever posts has gone.
  process.on('disconnect', () => process.exit(0));
}

/**
 * Makes this thread or process a helper: what the entry of threads and processes does.
 * @param entry the file of the entry itself
 */
export function help(jobs: DoneBy, entry: string): void {
  if (isWatch()) watchMemory();
  else if (isMainThread) helpAsProcess(jobs, entry);
  else {
    const take = taker(jobs, (message, move) => parentPort?.postMessage(message, move));
    parentPort?.on('message', (posted: Posted) => void take(posted));
  }
}
