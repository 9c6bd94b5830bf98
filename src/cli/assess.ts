import { createInterface } from 'node:readline';
import type { Readable, Writable } from 'node:stream';
import { once } from 'node:events';
import { parseAssess } from '../api/assess-schemas.js';
import { problemOf } from '../api/problem.js';
import { assess } from '../core/assess.js';
import { Fault } from '../core/fault.js';

function answerTo(text: string, line: number | null): object {
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch (error) {
    throw new Fault(
      'invalid',
      `The request is not JSON: ${error instanceof Error ? error.message : ''}.`,
      'Mend the JSON.',
      line === null ? {} : { line },
    );
  }
  return assess(parseAssess(input));
}

async function put(output: Writable, value: object): Promise<void> {
  if (!output.write(`${JSON.stringify(value)}\n`)) await once(output, 'drain');
}

/** Answers one request, the whole of the input. @throws Fault for a request that cannot be taken */
export async function assessOne(input: Readable, output: Writable): Promise<void> {
  const parts: Buffer[] = [];
  for await (const part of input) parts.push(Buffer.from(part as Buffer));
  await put(output, answerTo(Buffer.concat(parts).toString('utf8'), null));
}

/**
 * Answers one request a line, in order. A line that cannot be taken is answered with its problem, so that answers and
 * requests stay side by side.
 * @returns how many lines could not be taken
 */
export async function assessLines(input: Readable, output: Writable): Promise<number> {
  let line = 0;
  let refused = 0;
  for await (const text of createInterface({ input, crlfDelay: Infinity })) {
    line++;
    if (text.trim() === '') continue;
    try {
      await put(output, answerTo(text, line));
    } catch (error) {
      if (!(error instanceof Fault)) throw error;
      refused++;
      const problem = problemOf(error);
      await put(output, { problem: { ...problem, place: { ...problem.place, line } } });
    }
  }
  return refused;
}
