// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import { picturesIn, tablesOf } from '../../core/report/report.js';
import { htmlReport } from './html.js';
import { reportOfSurvey } from './report.fixtures.js';

const report = reportOfSurvey();
const page = new DOMParser().parseFromString(htmlReport(report), 'text/html');
const textOf = (element: Element | null | undefined) => element?.textContent ?? '';
const cellsOf = (part: Element) =>
  [...part.querySelectorAll('tr')].map((line) =>
    [...line.children].map((cell) => ({
      text: textOf(cell).replace(/^! /, ''),
      columns: Number(cell.getAttribute('colspan') ?? 1),
      lines: Number(cell.getAttribute('rowspan') ?? 1),
    })),
  );

describe('a report as a page', () => {
  it('has every heading and figure of every table, as they are laid out', () => {
    for (const { number, laid } of tablesOf(report)) {
      const tables = [...page.querySelectorAll(`#table-${number} table`)];
      expect(tables).toHaveLength(laid.length);
      tables.forEach((table, k) => {
        const own = [...laid[k]!.head, ...laid[k]!.body].map((cells) =>
          cells.map(({ text, columns, lines }) => ({ text, columns, lines })),
        );
        expect(cellsOf(table)).toEqual(own);
      });
    }
  });
  it('has its pictures in it, with a text in the place of each', () => {
    const images = [...page.querySelectorAll('img')];
    expect(images.map((image) => image.getAttribute('alt'))).toEqual(picturesIn(report).map(({ alt }) => alt));
    for (const [k, { svg }] of picturesIn(report).entries()) {
      const [, data = ''] = images[k]?.getAttribute('src')?.split(',') ?? [];
      expect(Buffer.from(data, 'base64').toString()).toBe(svg);
    }
  });
  it('of a picture alone has no table', () => {
    const items = tablesOf(report).map((item) => ({ ...item, handed: 'picture' as const }));
    const alone = new DOMParser().parseFromString(htmlReport({ ...report, items }), 'text/html');
    expect(alone.querySelectorAll('#figure-1 table')).toHaveLength(0);
    expect(textOf(alone.querySelector('#figure-1 h2'))).toMatch(/^Figure 1\. /);
    // What cannot be drawn stands as a table.
    expect(alone.querySelectorAll('#figure-2 table')).toHaveLength(1);
  });
  it('hatches the cells that depart, and no others', () => {
    const inked = tablesOf(report).flatMap(({ laid }) =>
      laid.flatMap(({ body }) => body.flat().filter(({ ink }) => ink)),
    );
    expect(inked.length).toBeGreaterThan(0);
    expect(page.querySelectorAll('td[title]')).toHaveLength(inked.length);
  });
  it('says what it is of, on whom each table stands, what was read, and how it was come by', () => {
    const text = textOf(page.body);
    for (const { text: fact } of report.facts) expect(text).toContain(fact);
    for (const { bases, readings, caption, number } of tablesOf(report)) {
      for (const line of [...bases, ...readings.map(({ sentence }) => sentence)]) expect(text).toContain(line);
      expect(textOf(page.querySelector(`#table-${number} h2`))).toBe(`Table ${number}. ${caption}`);
      expect(textOf(page.querySelector(`nav a[href="#table-${number}"]`))).toBe(`Table ${number}. ${caption}`);
    }
    for (const paragraph of report.methods) expect(text).toContain(paragraph);
  });
  it('takes no name for markup, and allows no script', () => {
    expect(page.querySelector('b')).toBeNull();
    expect(page.querySelectorAll('script, link, iframe')).toHaveLength(0);
    expect(page.querySelector('meta[http-equiv]')?.getAttribute('content')).toContain("default-src 'none'");
  });
});
