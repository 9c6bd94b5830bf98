import { describe, expect, it } from 'vitest';
import { writeCsv } from './csv-write.js';

describe('writing CSV', () => {
  it('quotes what needs it, and keeps formulas from running', () => {
    const csv = writeCsv([
      ['a,b', 'say "x"', 'line\nend', null, -5, 0.25],
      ['=1+1', '@cmd', '-x', '+y', '', 'ok'],
    ]);
    expect(csv).toBe('\uFEFF"a,b","say ""x""","line\nend",,-5,0.25\r\n\'=1+1,\'@cmd,\'-x,\'+y,,ok\r\n');
  });
});
