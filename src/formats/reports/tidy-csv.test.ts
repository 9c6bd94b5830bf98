import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { byId } from '../../core/by-id.js';
import { tablesOf } from '../../core/report/report.js';
import { AWKWARD, reportOfSurvey } from './report.fixtures.js';
import { tidyReport } from './tidy-csv.js';

/** A name as a spreadsheet is given it. */
const nameOf = (title: string) => (title.startsWith('=') ? `'${title}` : title);

const report = reportOfSurvey();
const text = tidyReport(report);
const { data } = Papa.parse<Record<string, string>>(text.slice(1), { header: true, skipEmptyLines: true });

describe('a report as one figure a line', () => {
  it('has every figure that is shown, at full precision, under the codes of its row and column', () => {
    for (const { number, views } of tablesOf(report))
      for (const view of views) {
        const [block] = view.blocks[0]!;
        const share = byId(block!.figures, 'column-percent');
        // The lines of a sweep have figures of their own.
        if (!share || view.sweep) continue;
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
  it('has the figures of a summary, and what is tested of each of its variables', () => {
    const { views } = tablesOf(report)[4]!;
    const { items, blocks, summary } = views[0]!;
    const own = data.filter((line) => line['table'] === '5');
    const means = byId(blocks[0]![0]!.figures, 'mean')!.cells.flat();
    expect(own.filter(({ figure }) => figure === 'mean').map(({ value }) => Number(value))).toEqual(means);
    summary!.statistics.forEach(({ test, adjustedP, measure }, k) => {
      const tested = own.filter(
        (line) => line['row variable'] === nameOf(items[k]!.title) && line['column code'] === '' && line['base'] === '',
      );
      const valueOf = (figure: string) => Number(tested.find((line) => line['figure'] === figure)?.['value']);
      expect(valueOf(`${test!.id} p`)).toBe(test!.p);
      expect(valueOf('adjusted p')).toBe(adjustedP);
      expect(valueOf(measure!.id)).toBe(measure!.value);
    });
  });
  it('has the figures of a sweep, line by line', () => {
    const { views, caption } = tablesOf(report)[5]!;
    const own = data.filter((line) => line['table'] === '6');
    expect(own.every((line) => line['caption'] === caption)).toBe(true);
    for (const { title, byTitle, n, test, adjustedP, strength, direction } of views[0]!.sweep!.lines) {
      const of = own.filter((line) => line['row variable'] === nameOf(title));
      const valueOf = (figure: string) => Number(of.find((line) => line['figure'] === figure)?.['value']);
      expect(of.every((line) => line['column variable'] === byTitle)).toBe(true);
      expect([valueOf('n'), valueOf(`${test!.id} p`), valueOf('adjusted p')]).toEqual([n, test!.p, adjustedP]);
      expect(valueOf(strength!.id)).toBe(strength!.value);
      const groups = of.filter((line) => line['column'] !== '').map((line) => Number(line['value']));
      expect(groups).toEqual(direction!.groups.map(({ value }) => value));
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
