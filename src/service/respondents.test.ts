import { describe, expect, it } from 'vitest';
import { declareMissing } from './declare-missing.js';
import { service, study, variable } from './plots.fixtures.js';
import { respondentRows } from './respondents.js';
import { keepWorking } from './workings.js';

describe('respondents one by one', () => {
  const rows = (names: string[], more: Partial<Parameters<typeof respondentRows>[2]> = {}) =>
    respondentRows(service, study, {
      variables: names.map((name) => variable(name).id),
      only: [],
      from: 0,
      count: 3,
      ...more,
    });

  it('stand in the order of the file, with what the data has', async () => {
    expect(await rows(['member_id', 'gate', 'hours', 'fee', 'site'], { from: 4, count: 2 })).toEqual({
      total: 90,
      rows: [
        { respondent: 5, cells: ['M4', null, '4', '6', 'b'] },
        { respondent: 6, cells: ['M5', null, '5.5', 'waived', 'c'] },
      ],
    });
    expect((await rows(['tap'], { from: 88, count: 100 })).rows.map(({ respondent }) => respondent)).toEqual([89, 90]);
  });

  it('can be those with a value, a missing code too', async () => {
    const shed = variable('shed').id;
    const only = [{ variable: shed, is: 'any-of' as const, codes: ['9'] }];
    await declareMissing(service, study, { missing: 'refused', in: [{ code: '9', variables: [shed] }] });
    const page = await rows(['shed', 'site'], { only, from: 7 });
    expect(page.total).toBe(9);
    expect(page.rows.map(({ respondent }) => respondent)).toEqual([71, 81]);
  });

  it('name the options that they mentioned', async () => {
    const items = ['tap', 'gate'].map((name) => ({ source: variable(name).id, label: name, ticked: '1' }));
    await keepWorking(service, study, { name: 'uses', label: 'Uses', recipe: { kind: 'gather', items, none: null } });
    const cells = (await rows(['uses'], { from: 29, count: 3 })).rows.map((row) => row.cells[0]);
    expect(cells).toEqual([[], ['1', '2'], ['2']]);
  });
});
