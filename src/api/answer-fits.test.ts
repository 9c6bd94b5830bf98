import { describe, expect, it } from 'vitest';
import { mustFit } from './answer-fits.js';
import { z } from './zod.js';

const schema = z.object({ name: z.string(), parts: z.array(z.object({ n: z.int() })), note: z.string().optional() });

describe('an answer', () => {
  it('fits a schema that describes all of it', () => {
    mustFit(schema, { name: 'a', parts: [{ n: 1 }] }, 'it');
    mustFit(schema, { name: 'a', parts: [], note: undefined }, 'it');
  });

  it('does not where something is missing, of another kind, or no number', () => {
    expect(() => mustFit(schema, { name: 'a' }, 'it')).toThrow(/answer of it/);
    expect(() => mustFit(schema, { name: 'a', parts: [{ n: Number.NaN }] }, 'it')).toThrow(/answer of it/);
  });

  it('does not where it holds more than is described', () => {
    expect(() => mustFit(schema, { name: 'a', parts: [{ n: 1, m: 2 }] }, 'it')).toThrow('it.parts.0.m is in no schema');
  });
});
