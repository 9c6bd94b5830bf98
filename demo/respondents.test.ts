import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assess } from '../src/core/assess.js';
import { codebook, CROP_COLUMNS } from './codebook.js';
import { demoFiles } from './generate.js';
import { respondents, RESPONDENTS } from './respondents.js';

const { heading, rows } = respondents();
const column = (name: string) => rows.map((row) => row[heading.indexOf(name)] ?? '');

/** Cross table of two columns over the codes that are answers. */
function cross(rowName: string, columnName: string, rowCodes: string[], columnCodes: string[]): number[][] {
  const [a, b] = [column(rowName), column(columnName)];
  return rowCodes.map((r) => columnCodes.map((c) => a.filter((value, k) => value === r && b[k] === c).length));
}
const codes = (n: number) => Array.from({ length: n }, (_, k) => String(k + 1));
const V = (counts: number[][]) => assess({ counts }).measures['cramers-v']?.value ?? 0;

describe('the demo study', () => {
  it('is committed as the generator makes it', () => {
    for (const [name, text] of Object.entries(demoFiles()))
      expect(readFileSync(new URL(name, import.meta.url), 'utf8'), name).toBe(text);
  });

  it('has a row for every respondent and an entry for every column', () => {
    expect(rows).toHaveLength(RESPONDENTS);
    expect(new Set(rows.map((row) => row.length))).toEqual(new Set([heading.length]));
    expect(codebook.variables.map(({ name }) => name)).toEqual(heading);
  });

  it('has relations of known, differing strength: strong, moderate and none', () => {
    const renewal = V(cross('satisfaction', 'renew', codes(5), codes(3)));
    const sites = V(cross('satisfaction', 'site', codes(5), codes(6)));
    const watering = V(cross('water_main', 'site', codes(6), codes(6)));
    expect(renewal).toBeGreaterThan(0.35);
    expect(sites).toBeGreaterThan(0.12);
    expect(sites).toBeLessThan(0.3);
    expect(watering).toBeGreaterThan(0.2);
    const none = assess({ counts: cross('shares', 'season', codes(2), codes(2)) });
    expect(none.tests.pearson?.p).toBeGreaterThan(0.3);
  });

  it('has what real files have', () => {
    expect(column('age').filter((value) => value === '999').length).toBeGreaterThan(10);
    expect(column('satisfaction')).toEqual(expect.arrayContaining(['8', '9', '']));
    expect(column('plot_size').filter((value) => value === 'n/a').length).toBeGreaterThan(30);
    expect(column('use_hut').filter((value) => value === '7').length).toBeGreaterThan(500);
    const comments = column('comment').filter((value) => value !== '').length / RESPONDENTS;
    expect(comments).toBeGreaterThan(0.15);
    expect(comments).toBeLessThan(0.25);
    expect(demoFiles()['fernhill.csv']).toContain('"The tap by the gate, ""the slow one"", needs mending."');
  });

  const noneColumn = column('grow_none');
  it('never ticks a crop together with "none of these"', () => {
    rows.forEach((row, k) => {
      const ticked = CROP_COLUMNS.some((name) => row[heading.indexOf(`grow_${name}`)] === '1');
      expect(ticked && noneColumn[k] === '1').toBe(false);
    });
  });

  it('gives up to three reasons, each once, the blanks at the end', () => {
    rows.forEach((row) => {
      const reasons = [1, 2, 3].map((k) => row[heading.indexOf(`reason_${k}`)] ?? '');
      const given = reasons.filter((reason) => reason !== '');
      expect(reasons.slice(0, given.length)).toEqual(given);
      expect(new Set(given).size).toBe(given.length);
    });
  });
});
