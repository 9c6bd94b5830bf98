import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { Fault } from './fault.js';
import { parseWith } from './parse-with.js';

const shape = z.strictObject({
  name: z.string(),
  lists: z.record(z.string(), z.array(z.strictObject({ code: z.string() }))),
});

const placeOf = (input: unknown) => {
  try {
    parseWith(shape, input);
  } catch (error) {
    if (error instanceof Fault) return error.place;
  }
  return null;
};

describe('what comes in', () => {
  it('passes where it fits its shape', () => {
    const input = { name: 'a', lists: { sites: [{ code: '1' }] } };
    expect(parseWith(shape, input)).toEqual(input);
  });

  it('is refused by the field that does not fit, however deep', () => {
    expect(placeOf({ name: 7, lists: {} })).toEqual({ field: 'name' });
    expect(placeOf({ name: 'a', lists: { sites: [{ code: '1' }, { code: 2 }] } })).toEqual({
      field: 'lists.sites[1].code',
    });
    expect(placeOf(null)).toEqual({});
  });
});
