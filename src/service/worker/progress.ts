/**
 * How far a job has come, in memory that the thread and the server share: a share of the file in millionths, rows
 * read, and whether it is to stop.
 */
export type Progress = Int32Array<SharedArrayBuffer>;

const [SHARE, ROWS, STOP] = [0, 1, 2];
const WHOLE = 1_000_000;

export function newProgress(): Progress {
  return new Int32Array(new SharedArrayBuffer(3 * Int32Array.BYTES_PER_ELEMENT));
}

export function tellProgress(progress: Progress, share: number, rows: number): void {
  Atomics.store(progress, SHARE, Math.round(share * WHOLE));
  Atomics.store(progress, ROWS, Math.min(rows, 2_147_483_647));
}

export function progressOf(progress: Progress): { share: number; rows: number } {
  return { share: Atomics.load(progress, SHARE) / WHOLE, rows: Atomics.load(progress, ROWS) };
}

export function cancel(progress: Progress): void {
  Atomics.store(progress, STOP, 1);
}

export function isCancelled(progress: Progress): boolean {
  return Atomics.load(progress, STOP) === 1;
}
