import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { isDrawnAsPairs } from '../core/table/picture-kinds.js';
import { bodyAbout, type SentenceBody } from '../core/table/sentence-shape.js';
import { DEMO, service, study, tableOf, variable } from './fernhill.fixtures.js';
import { faultOf, countsOf } from './test-study.js';
import { viewStudy } from './roster.js';

describe('counting', () => {
  it('agrees with the rows of the file', async () => {
    const lines = readFileSync(join(DEMO, 'fernhill.csv'), 'utf8')
      .split('\n')
      .slice(1)
      .filter((line) => /^\d+,/.test(line));
    const cells = lines.map((line) => line.split(','));
    const table = await tableOf(bodyAbout(variable('season').id, { by: variable('site').id }));
    table.rows.categories.forEach(({ code: season }, i) =>
      table.columns?.categories.forEach(({ code: site }, j) => {
        expect(table.cells[i]?.[j]).toBe(cells.filter((row) => row[1] === site && row[2] === season).length);
      }),
    );
  });

  it('reconciles for every variable of the demo: base and left out make everybody', async () => {
    for (const item of viewStudy(study).variables.filter(({ countable, level }) => countable && level !== 'text')) {
      const table = await tableOf(bodyAbout(item.id));
      expect(table.base + table.leftOut.reduce((sum, { respondents }) => sum + respondents, 0), item.name).toBe(2412);
      expect(table.base, item.name).toBe(item.answers);
    }
  });

  it('gives the multiple-response question the mentions of its columns', async () => {
    const crops = await tableOf(bodyAbout(variable('crops').id, { by: variable('site').id }));
    const beans = await tableOf(bodyAbout(variable('grow_beans').id, { by: variable('site').id }));
    expect(crops.cells[1]).toEqual(beans.cells[0]);
    expect(crops.base + crops.leftOut.reduce((sum, { respondents }) => sum + respondents, 0)).toBe(2412);
  });

  it('has all who have both of two numbers in one group, where one has too many values for groups', async () => {
    const rows = Papa.parse<Record<string, string>>(readFileSync(join(DEMO, 'fernhill.csv'), 'utf8'), {
      header: true,
      skipEmptyLines: true,
    }).data;
    const ages = rows.flatMap(({ age = '', id = '' }) =>
      age === '' || age === '999' || id === '' ? [] : [Number(age)],
    );
    const table = await tableOf(bodyAbout(variable('age').id, { by: variable('id').id }));
    expect(table.columns?.categories).toEqual([{ code: 'number', label: 'any number', kind: 'number' }]);
    expect(table.base).toBe(ages.length);
    expect(table.numbers?.all?.mean).toBeCloseTo(ages.reduce((sum, age) => sum + age, 0) / ages.length, 9);
    expect(table.base + table.leftOut.reduce((sum, { respondents }) => sum + respondents, 0)).toBe(2412);
    expect(isDrawnAsPairs(table)).toBe(true);
    // Categories by such a number have no table.
    const refused = await faultOf(tableOf(bodyAbout(variable('site').id, { by: variable('id').id })));
    expect(refused.message).toContain('too many different numbers');
  });

  it('filters by a mention', async () => {
    const only: SentenceBody['only'] = [{ variable: variable('crops').id, is: 'any-of', codes: ['2'] }];
    const table = await tableOf(bodyAbout(variable('grow_beans').id, { only }));
    expect(table.rowTotals[1]).toBe(0);
    expect(table.base).toBe((await tableOf(bodyAbout(variable('crops').id))).rowTotals[1]);
  });

  it('names the variable that has no categories', async () => {
    const fault = await faultOf(countsOf(service, study, bodyAbout(variable('id').id, { as: 'values' })));
    expect(fault).toMatchObject({ kind: 'unsupported', place: { variable: 'Plot holder number' } });
  });
});
