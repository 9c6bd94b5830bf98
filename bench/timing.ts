export const median = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;

/** Milliseconds that `work` takes, the median of several rounds. */
export async function timed(rounds: number, work: () => unknown): Promise<number> {
  const taken: number[] = [];
  for (let round = 0; round < rounds; round++) {
    const started = process.hrtime.bigint();
    await work();
    taken.push(Number(process.hrtime.bigint() - started) / 1e6);
  }
  return median(taken);
}

/** One line of the report. */
export function say(name: string, text: string): void {
  process.stdout.write(`${name.padEnd(52)} ${text}\n`);
}
