import fc from 'fast-check';
import { expect, it } from 'vitest';
import { ADJUSTMENTS } from '../../core/infer/adjust.js';
import { PERCENTS } from '../../core/table/share.js';
import { readShown, sayShown, SHOWN } from './shown-query.js';

it('keeps what is shown in the address, and nothing where it is as usual', () => {
  expect(sayShown(SHOWN)).toBe('');
  expect(readShown('')).toEqual(SHOWN);
  expect(sayShown({ ...SHOWN, percent: 'row', counts: false, letters: 'holm' })).toBe('row,no-counts,letters-holm');
  const shown = fc.record(
    {
      percent: fc.constantFrom(...PERCENTS),
      counts: fc.boolean(),
      hatch: fc.boolean(),
      expected: fc.boolean(),
      residuals: fc.constant(true),
      last: fc.constant(true),
      order: fc.constant('frequency' as const),
      letters: fc.constantFrom(...ADJUSTMENTS),
      predicted: fc.constant('columns' as const),
    },
    { requiredKeys: ['percent', 'counts', 'hatch', 'expected'] },
  );
  fc.assert(
    fc.property(shown, (wanted) => {
      expect(readShown(sayShown(wanted))).toEqual({ ...wanted });
    }),
  );
  expect(readShown('something,row')).toEqual({ ...SHOWN, percent: 'row' });
});
