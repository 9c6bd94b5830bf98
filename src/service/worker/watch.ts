import { isMainThread, workerData } from 'node:worker_threads';

/** Under this name a watching thread is given the bytes that its process may have now. */
export const MEMORY_NOW = 'memoryNow';

const EVERY_MS = 20;

interface Watched {
  [MEMORY_NOW]: BigInt64Array<SharedArrayBuffer>;
}

/** Whether this thread is the one that watches its process. */
export const isWatch = (): boolean =>
  !isMainThread && typeof workerData === 'object' && workerData !== null && MEMORY_NOW in workerData;

/**
 * Watches the process in which this thread runs: kills it where it has more memory than it may, and where the server
 * that started it has gone. The process may be busy with something that never ends; this thread is not.
 */
export function watchMemory(): void {
  const limit = (workerData as Watched)[MEMORY_NOW];
  const parent = process.ppid;
  setInterval(() => {
    const most = Number(Atomics.load(limit, 0));
    const isTooMuch = most > 0 && process.memoryUsage.rss() > most;
    if (isTooMuch || process.ppid !== parent) process.kill(process.pid, 'SIGKILL');
  }, EVERY_MS);
}
