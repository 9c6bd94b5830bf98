import { describe, expect, it } from 'vitest';
import { bodyAbout } from '../core/table/sentence-shape.js';
import { service, study, tableOf, variable } from './fernhill.fixtures.js';
import { detailVariable, viewStudy } from './roster.js';

describe('the roster', () => {
  it('has a picture that agrees with the counts', async () => {
    const site = variable('site');
    const table = await tableOf(bodyAbout(site.id));
    expect(site.picture).toEqual({ is: 'bars', bars: table.rowTotals });
    expect(site).toMatchObject({ answers: table.base, missing: 0, blank: 0 });
  });

  it('leaves missing codes out of the picture of a number', () => {
    const age = variable('age');
    expect(age.picture).toMatchObject({ is: 'histogram', from: 16 });
    expect(age.picture.is === 'histogram' ? age.picture.to : 999).toBeLessThan(100);
    expect(age.missing).toBeGreaterThan(10);
    expect(age.answers + age.missing + age.blank).toBe(2412);
  });

  it('keeps what is no number apart from the numbers', async () => {
    const size = await detailVariable(service, study, variable('plot_size').id);
    expect(size.codes.find(({ code }) => code === 'n/a')).toMatchObject({ missing: 'dont-know', label: 'Not known' });
    expect(size.summary?.n).toBe(variable('plot_size').answers);
  });

  it('says which variables share a code list, and what uses a variable', async () => {
    const tap = await detailVariable(service, study, variable('use_tap').id);
    expect(tap.sharesList).toContain(
      viewStudy(study).variables.find(({ label }) => label === 'Uses the meeting hut')?.id,
    );
    expect(tap.sharesList).toHaveLength(4);
    const beans = await detailVariable(service, study, variable('grow_beans').id);
    expect(beans.usedBy).toEqual({
      workings: [{ variable: variable('crops').id, title: 'Crops grown' }],
      tables: [],
    });
  });

  it('describes a free text by its answers only', () => {
    expect(variable('comment')).toMatchObject({ level: 'text', picture: { is: 'none' } });
  });
});
