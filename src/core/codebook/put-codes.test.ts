import { describe, expect, it } from 'vitest';
import { putCodes } from './put-codes.js';
import type { Code } from './types.js';

const codes: Code[] = [
  { code: '1', label: 'Yes', missing: null },
  { code: '2', label: 'No', missing: null },
  { code: '9', label: 'Refused', missing: 'refused' },
];

describe('codes put into a list', () => {
  it('leave the others in their places', () => {
    expect(
      putCodes(codes, [
        { code: '2', label: 'Never' },
        { code: '8', label: "Don't know", missing: 'dont-know' },
      ]),
    ).toEqual([
      codes[0],
      { code: '2', label: 'Never', missing: null },
      codes[2],
      { code: '8', label: "Don't know", missing: 'dont-know' },
    ]);
  });

  it('keep what is not said of them', () => {
    expect(putCodes(codes, [{ code: '9.0', label: 'Would not say' }])[2]).toEqual({
      code: '9',
      label: 'Would not say',
      missing: 'refused',
    });
    expect(putCodes(codes, [{ code: '9', missing: null }])[2]).toEqual({ code: '9', label: 'Refused', missing: null });
    expect(putCodes([], [{ code: '7' }])).toEqual([{ code: '7', label: '7', missing: null }]);
  });

  it('stand in the order given where all are named, and alone where only these are wanted', () => {
    const turned = [...codes].reverse();
    expect(putCodes(codes, turned)).toEqual(turned);
    expect(putCodes(codes, [codes[1]!], true)).toEqual([codes[1]]);
    expect(putCodes(codes, [], true)).toEqual([]);
  });
});
