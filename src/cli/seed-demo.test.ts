import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { folder, hatch } from './command.fixtures.js';

describe('seed', () => {
  it('takes the demo study in once, and leaves nothing else behind', () => {
    for (let again = 0; again < 2; again++) expect(hatch(['seed', '--store', folder]).status).toBe(0);
    expect(readdirSync(join(folder, 'studies')).filter((name) => name.endsWith('.sqlite'))).toEqual([
      'fernhill-allotments.sqlite',
    ]);
    expect(readdirSync(join(folder, 'intakes'))).toEqual([]);
    expect(existsSync(join(folder, 'store'))).toBe(false);
  });
});
