import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { byId } from '../../core/by-id.js';
import { tablesOf } from '../../core/report/report.js';
import { AWKWARD, reportOfSurvey } from './report.fixtures.js';
import { tidyReport } from './tidy-csv.js';

const report = reportOfSurvey();
const text = tidyReport(report);
const { data } = Papa.parse<Record<string, string>>(text.slice(1), { header: true, skipEmptyLines: true });

describe('a report as one figure a line', () => {
  it('has every figure that is shown, at full precision, under the codes of its row and column', () => {
    for (const { number, views } of tablesOf(report))
      for (const view of views) {
        const [block] = view.blocks[0]!;
        const share = byId(block!.figures, 'column-percent')!;
        const own = data.filter(
          (line) =>
            line['table'] === String(number) &&
            line['figure'] === 'column-percent' &&
            (views.length === 1 || line['view'] === view.title),
        );
        const values = share.cells.flat().filter((value) => value !== null);
        expect(own.map((line) => Number(line['value']))).toEqual(values);
        if (values.length === 0) continue;
        expect(own[0]).toMatchObject({ 'row code': '1', unit: 'percent', base: String(block!.bases[0]) });
      }
  });
  it('says of which study, wave, filter and weight each figure is', () => {
    const [first] = data;
    expect(first).toMatchObject({ study: AWKWARD.markup, wave: AWKWARD.other });
    expect(data.filter((line) => line['table'] === '4').every((line) => line['filter'] === 'Season is Season 1')).toBe(
      true,
    );
    expect(data.filter((line) => line['weight'] === 'Weight').every((line) => line['table'] === '3')).toBe(true);
    expect(data.some((line) => line['figure'] === 'effective-base')).toBe(true);
  });
  it('has no text that a spreadsheet would run', () => {
    expect(text).toContain(`'=HYPERLINK`);
    expect(text).not.toMatch(/(^|,)"?=/m);
  });
});
