import type { Element } from './tree.js';

/** What we write beside a standard's own elements, where it has no place for it: a processing instruction with JSON. */
export const OWN = 'hatch-count';

/** What we wrote in an element; nothing where it is not ours. */
export function own({ instructions }: Element): Record<string, unknown> {
  const body = instructions[OWN];
  if (body === undefined) return {};
  try {
    const found: unknown = JSON.parse(body);
    return typeof found === 'object' && found !== null ? (found as Record<string, unknown>) : {};
  } catch {
    return {};
  }
}
