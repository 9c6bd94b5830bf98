import type { z } from './zod.js';

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;

/** Where an answer holds what the schema that parsed it did not keep; null: nowhere. */
function undescribed(answer: unknown, parsed: unknown, path: string): string | null {
  if (!isObject(answer) || !isObject(parsed)) return answer === parsed ? null : path;
  for (const [key, value] of Object.entries(answer)) {
    if (!(key in parsed)) return `${path}.${key}`;
    const inner = undescribed(value, parsed[key], `${path}.${key}`);
    if (inner !== null) return inner;
  }
  return null;
}

/**
 * Holds an answer to its schema, as it goes over the wire: everything that the schema describes is there, and nothing
 * else is. For tests; the server does it where it is started with HATCH_COUNT_CHECK_ANSWERS=yes.
 * @throws Error that names what does not fit
 */
export function mustFit(schema: z.ZodType, answer: unknown, id: string): void {
  const sent: unknown = JSON.parse(JSON.stringify(answer));
  const parsed = schema.safeParse(sent);
  if (!parsed.success) throw new Error(`the answer of ${id} does not fit its schema: ${parsed.error.message}`);
  const where = undescribed(sent, parsed.data, id);
  if (where !== null) throw new Error(`${where} is in no schema`);
}
