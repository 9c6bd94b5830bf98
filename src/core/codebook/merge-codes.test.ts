import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mergeCodes } from './merge-codes.js';
import type { Code } from './types.js';

const code = (id: string, label = id, missing: Code['missing'] = null): Code => ({ code: id, label, missing });
const lists = fc.uniqueArray(
  fc.record({
    code: fc.constantFrom('1', '2', '3', '4', '9'),
    label: fc.constantFrom('a', 'b', 'c'),
    missing: fc.constantFrom(null, 'refused' as const),
  }),
  { selector: (own) => own.code },
);

describe('two changes of one code list', () => {
  it('are put together where they touch different codes', () => {
    const base = [code('1', 'Yes'), code('2', 'No'), code('9', 'Refused')];
    const theirs = [code('1', 'Yes, often'), code('2', 'No'), code('9', 'Refused'), code('3', 'Never')];
    const mine = [code('2', 'No'), code('1', 'Yes'), code('9', 'Refused', 'refused')];
    expect(mergeCodes(base, theirs, mine)).toEqual({
      codes: [code('2', 'No'), code('1', 'Yes, often'), code('9', 'Refused', 'refused'), code('3', 'Never')],
      clashes: [],
    });
  });

  it('clash where both changed a code, and the later one stands', () => {
    const merged = mergeCodes([code('1', 'Yes')], [code('1', 'Ja')], [code('1', 'Oui')]);
    expect(merged).toEqual({ codes: [code('1', 'Oui')], clashes: ['1'] });
  });

  it('leave out what one of them took out and the other left alone', () => {
    expect(mergeCodes([code('1'), code('2')], [code('1')], [code('1', 'One'), code('2')]).codes).toEqual([
      code('1', 'One'),
    ]);
  });

  it('are what the one made of it where the other made nothing', () => {
    fc.assert(
      fc.property(lists, lists, (base, changed) => {
        expect(mergeCodes(base, changed, base)).toEqual({ codes: changed, clashes: [] });
        expect(mergeCodes(base, base, changed)).toEqual({ codes: changed, clashes: [] });
        const both = mergeCodes(base, changed, changed);
        expect(both.clashes).toEqual([]);
        expect(new Set(both.codes)).toEqual(new Set(changed));
      }),
    );
  });
});
