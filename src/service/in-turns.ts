/** The server answers others after so many milliseconds at most. */
const TURN_MS = 8;

const nextImmediate = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

/** Lets the server answer others before it goes on: what has come in is looked at between two immediates. */
export async function letOthers(): Promise<void> {
  await nextImmediate();
  await nextImmediate();
}

/**
 * Does some work on each of many things in the server's own thread, and lets it answer others in between: for what is
 * too quick to be sent to a helper, and too long for one go. What the things are must not change meanwhile.
 * @example await inTurns([1, 2], (n) => n + 1) // [2, 3]
 */
export async function inTurns<T, R>(items: readonly T[], work: (item: T) => R): Promise<R[]> {
  const results: R[] = [];
  let since = performance.now();
  for (const item of items) {
    results.push(work(item));
    if (performance.now() - since < TURN_MS) continue;
    await letOthers();
    since = performance.now();
  }
  return results;
}
