import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { EVERY_MEASURE, EVERY_TEST } from '../src/core/statistic/registry.js';
import { PAGE, statisticsPage } from './statistics-page.js';

describe('the page of statistics', () => {
  it('is the one that their records make', async () => {
    expect(readFileSync(PAGE, 'utf8')).toBe(await statisticsPage());
  });

  it('names each, with a worked example', async () => {
    const page = await statisticsPage();
    for (const { id, name } of [...EVERY_TEST, ...EVERY_MEASURE]) {
      const entry = page.slice(page.indexOf(`### ${name}\n`));
      expect(entry.slice(0, 400)).toContain(`\`${id}\``);
      expect(entry.slice(0, 1_000)).toContain('Example: ');
    }
  });
});
