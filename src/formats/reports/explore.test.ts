// @vitest-environment happy-dom
import { createHash } from 'node:crypto';
import { beforeEach, describe, expect, it } from 'vitest';
import { tablesOf } from '../../core/report/report.js';
import { exploreReport } from './explore.js';
import { exploreScript } from './explore-script.js';
import { reportOfSurvey } from './report.fixtures.js';

const report = reportOfSurvey();
const html = exploreReport(report);
let page: Document;

beforeEach(() => {
  page = new DOMParser().parseFromString(html, 'text/html');
});

const namesIn = (table: Element) => [...table.querySelectorAll('th[data-ranks]')].map((head) => head.textContent);
const firstOf = (table: Element, column: number) =>
  [...table.querySelectorAll('tr')]
    .filter((line) => line.querySelector('th[data-ranks]'))
    .map((line) => parseFloat(line.querySelectorAll('td')[column]?.textContent ?? ''));

describe('a page to explore', () => {
  it('has each table of groups in several figures, of which one is chosen without a script', () => {
    const [first] = tablesOf(report);
    const section = page.querySelector('#table-1')!;
    const choices = [...section.querySelectorAll<HTMLInputElement>('.switch input')];
    expect(choices.map((input) => input.parentElement?.textContent.trim())).toEqual([
      'as kept',
      'counts',
      'column %',
      'row %',
      'total %',
    ]);
    expect(section.querySelectorAll('.version')).toHaveLength(choices.length);
    expect(section.querySelector('[data-version="0"] table')?.textContent).toContain(first!.laid[0]!.body[0]![0]!.text);
    // A table of frequencies, a summary and a sweep stand as they were kept.
    expect(page.querySelectorAll('#table-2 .switch, #table-5 .switch, #table-6 .switch')).toHaveLength(0);
  });

  it('runs the one script that is in it', () => {
    const scripts = [...page.querySelectorAll('script')];
    expect(scripts).toHaveLength(1);
    const hash = createHash('sha256').update(scripts[0]!.textContent).digest('base64');
    expect(page.querySelector('meta[http-equiv]')?.getAttribute('content')).toContain(`script-src 'sha256-${hash}'`);
    expect(scripts[0]!.textContent).toBe(`(${String(exploreScript)})(document);`);
  });

  it('sorts lines by a column: most first, least first, as they were; each with all its figures', () => {
    exploreScript(page);
    const table = page.querySelector('#table-1 [data-version="0"] table')!;
    const [before, lines] = [namesIn(table), table.querySelectorAll('tbody tr').length];
    const last = table.querySelector('tbody tr:last-child')?.textContent;
    const button = [...table.querySelectorAll<HTMLButtonElement>('button.sort')][1]!;
    const sorted = (sign: number) => [...firstOf(table, 1)].sort((a, b) => sign * (a - b));
    button.click();
    expect(button.closest('th')?.getAttribute('aria-sort')).toBe('descending');
    expect(firstOf(table, 1)).toEqual(sorted(-1));
    button.click();
    expect(firstOf(table, 1)).toEqual(sorted(1));
    button.click();
    expect(button.closest('th')?.hasAttribute('aria-sort')).toBe(false);
    expect(namesIn(table)).toEqual(before);
    expect(table.querySelectorAll('tbody tr')).toHaveLength(lines);
    expect(table.querySelector('tbody tr:last-child')?.textContent).toBe(last);
  });

  it('sorts a sweep by figures that stand behind a word or a sign', () => {
    exploreScript(page);
    const table = page.querySelector('#table-6 table')!;
    const { sweep } = tablesOf(report)[5]!.views[0]!;
    const strongest = [...sweep!.lines].sort((a, b) => b.strength!.value - a.strength!.value);
    const button = [...table.querySelectorAll<HTMLButtonElement>('button.sort')].find(
      ({ textContent }) => textContent === 'Strength',
    );
    button!.click();
    expect(namesIn(table)).toEqual(strongest.map(({ title }) => title));
  });
});
