import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ADJUSTMENTS } from '../infer/adjust.js';
import { MISSING_AS, SUMMARY_COLUMNS } from './summary-shape.js';
import { readSummary, saySummary } from './summary-words.js';

describe('words of a summary', () => {
  it('are read back as what was said', () => {
    const shown = fc.record(
      {
        missing: fc.constantFrom(...MISSING_AS.filter((way) => way !== 'note')),
        oneLine: fc.constant(true),
        columns: fc.subarray([...SUMMARY_COLUMNS], { maxLength: SUMMARY_COLUMNS.length - 1 }),
        adjusted: fc.constantFrom(...ADJUSTMENTS),
      },
      { requiredKeys: [] },
    );
    fc.assert(
      fc.property(shown, (summary) => {
        const read = readSummary(new Set(saySummary(summary)));
        expect(read ?? {}).toEqual(summary);
      }),
    );
  });

  it('are none where all is as usual', () => {
    expect(saySummary({ missing: 'note', columns: SUMMARY_COLUMNS })).toEqual([]);
    expect(readSummary(new Set(['hatch', 'one-line']))).toBeUndefined();
  });
});
