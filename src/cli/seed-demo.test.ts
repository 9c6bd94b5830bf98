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

  it('has its comments coded by two, with differences, some of them open, and some comments left', () => {
    const codings = (...flags: string[]) =>
      hatch(['codings', 'fernhill-allotments', 'comment_themes', '--store', folder, ...flags]).stdout;
    const { answers, alike, open } = JSON.parse(codings('--agreement', 'Nell', 'Oskar')) as Record<string, number>;
    expect(answers).toBeGreaterThan(100);
    expect(alike! / answers!).toBeGreaterThan(0.7);
    expect(alike! / answers!).toBeLessThan(0.95);
    expect(open).toBeGreaterThan(0);
    expect(open).toBeLessThan((answers! - alike!) / 2);
    // Both left the same: Oskar coded all the others that are drawn for him.
    const left = (coder: string) => codings('--coder', coder).match(new RegExp(`,${coder},,,,\r`, 'gu'))?.length ?? 0;
    expect(left('Nell')).toBeGreaterThan(10);
    expect(left('Oskar')).toBeLessThan(left('Nell'));
  });
});
