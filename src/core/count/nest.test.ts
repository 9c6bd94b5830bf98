import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CodedColumn } from './column.js';
import { count } from './count.js';
import { nestColumns } from './nest.js';

const RESPONDENTS = 30;
const column = fc.integer({ min: 1, max: 5 }).chain((codes) =>
  fc.array(fc.nat(codes), { minLength: RESPONDENTS, maxLength: RESPONDENTS }).map((values): CodedColumn => ({
    kind: 'coded',
    values: Uint8Array.from(values),
    codes: Array.from({ length: codes }, (_, k) => String(k + 1)),
  })),
);
const everybody = { respondents: RESPONDENTS, mask: null, filtered: [], weight: null };

describe('columns nested into one', () => {
  it('are counted to the same as the columns themselves', () => {
    fc.assert(
      fc.property(fc.array(column, { minLength: 1, maxLength: 3 }), (columns) => {
        const nested = nestColumns(columns, RESPONDENTS)!;
        const [together, apart] = [count({ axes: [nested], ...everybody }), count({ axes: columns, ...everybody })];
        expect(together.respondents).toEqual(apart.respondents);
      }),
    );
  });

  it('are not nested where there would be too many combinations', () => {
    const wide: CodedColumn = {
      kind: 'coded',
      values: new Uint16Array(RESPONDENTS),
      codes: Array.from({ length: 1000 }, (_, k) => String(k)),
    };
    expect(nestColumns([wide, wide, wide], RESPONDENTS)).toBeNull();
  });
});
