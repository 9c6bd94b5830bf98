import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { type KeptShape, opened, sealed } from './kept-shape.js';

const NOTE: KeptShape<{ text: string; since: number | null }> = {
  version: 2,
  shape: z.object({ text: z.string(), since: z.number().nullable() }),
  migrate: (value, version) => (version === 0 ? { text: value, since: null } : value),
};

describe('a draft', () => {
  it('comes back as it was kept', () => {
    const draft = { text: 'half a label', since: 4 };
    expect(opened(NOTE, JSON.parse(JSON.stringify(sealed(NOTE, draft))))).toEqual(draft);
  });
  it('of an older version is brought up to date', () => {
    expect(opened(NOTE, 'typed long ago')).toEqual({ text: 'typed long ago', since: null });
    expect(opened(NOTE, { version: 1, draft: { text: 'a', since: null } })).toEqual({ text: 'a', since: null });
  });
  it('of another shape, or of a newer program, is none', () => {
    for (const kept of [null, 7, [], {}, { version: 2, draft: { text: 5, since: null } }, { version: 3, draft: {} }])
      expect(opened({ ...NOTE, migrate: (value) => value }, kept), JSON.stringify(kept)).toBeNull();
  });
});
