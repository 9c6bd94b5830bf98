import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { ShownShape } from '../core/table/shown-shape.js';
import { fromKept } from './kept.js';

describe('what stands as JSON in a study', () => {
  it('is given as its shape says', () => {
    expect(fromKept('["1","2"]', z.array(z.string()), 'codes')).toEqual(['1', '2']);
    const shown = { hatch: false };
    expect(fromKept(JSON.stringify(shown), ShownShape, 'what table 1 shows')).toEqual(shown);
  });

  it('is refused where it is something else, with what it is and where', () => {
    const broken = '{"hatch":"yes"}';
    expect(() => fromKept(broken, ShownShape, 'what table 4 shows')).toThrow(
      /holds what table 4 shows in a form that is not known \(hatch: /,
    );
  });

  it('is refused where it is no JSON', () => {
    expect(() => fromKept('{"percent":', ShownShape, 'what table 4 shows')).toThrow(
      /holds what table 4 shows in a form/,
    );
  });
});
