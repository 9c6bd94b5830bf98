import { LRUCache } from 'lru-cache';
import type { z } from 'zod';
import { deepFreeze } from '../core/deep-freeze.js';
import { Fault } from '../core/fault.js';

/** Undefined for what is no JSON, which no shape takes. */
function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/**
 * What stands as JSON in a study's file, as its shape says. The version of what is kept is that of the file: where a
 * shape changes so that what was kept does not fit, a numbered migration brings it into the new one.
 * @param what it is, in words, for whoever has to find it: "the recipe of working 4"
 * @throws Fault where the file holds something else
 * @example fromKept('["1","2"]', z.array(z.string()), 'the order of variable 3') // ['1', '2']
 */
export function fromKept<T>(text: string, shape: z.ZodType<T>, what: string): T {
  const parsed = shape.safeParse(jsonOf(text));
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  const where = issue?.path.join('.') ?? '';
  throw new Fault(
    'unsupported',
    `The study's file holds ${what} in a form that is not known (${where}: ${issue?.message ?? ''}).`,
    'Take a copy of the study that is whole, or take its data in again.',
    { field: where },
  );
}

/** So many texts of a shape are kept with what they say. */
const SHARED = 6000;

/**
 * Reads what many files hold alike, such as recipes, which a study and the layers over it have in common: the same text
 * gives the same object, which nobody can change.
 * @returns reads a text as `fromKept` does
 */
export function sharedFromKept<T extends object>(shape: z.ZodType<T>): (text: string, what: string) => T {
  const known = new LRUCache<string, T>({ max: SHARED });
  return (text, what) => {
    const read = known.get(text) ?? deepFreeze(fromKept(text, shape, what));
    known.set(text, read);
    return read;
  };
}
