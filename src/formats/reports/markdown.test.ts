import { describe, expect, it } from 'vitest';
import { tablesOf } from '../../core/report/report.js';
import { gridOf } from '../../core/view/placed-cells.js';
import { markdownReport } from './markdown.js';
import { reportOfSurvey } from './report.fixtures.js';

const report = reportOfSurvey();
const lines = markdownReport(report).split('\n');

/** The cells of a line of pipes, as a reader of Markdown sees them. */
const cellsOf = (line: string) =>
  line
    .split(/(?<!\\)\|/)
    .slice(1, -1)
    .map((cell) =>
      cell
        .trim()
        .replace(/\\(.)/g, '$1')
        .replace(/^(?:&emsp;)*(?:! )?(?:[▲▽]+ )?/, ''),
    );

describe('a report as Markdown', () => {
  it('has every figure of every table, in columns that line up', () => {
    const written = lines.filter((line) => line.startsWith('|')).map(cellsOf);
    const tables = tablesOf(report).flatMap(({ laid }) => laid);
    let at = 0;
    for (const { body } of tables) {
      const grid = gridOf(body, ({ text }) => text.replace(/\s*\n\s*/g, ' '), '');
      const own = written.slice(at, at + grid.length + 2);
      expect(new Set(own.map(({ length }) => length)).size).toBe(1);
      grid.forEach((cells, k) =>
        cells.forEach((text, column) => {
          // What stands for several lines is said in each.
          if (text !== '') expect(own[k + 2]![column]).toBe(text.trim());
        }),
      );
      at += grid.length + 2;
    }
    expect(at).toBe(written.length);
  });
  it('has no line that a name broke in two, and no name that is taken for markup', () => {
    // A note keeps its lines, and nothing else has any.
    const broken = lines.flatMap((line, k) => (line.startsWith('lines') ? [lines[k - 1]] : []));
    expect(broken).toEqual(['Two  ']);
    expect(lines.join('\n')).not.toContain('<b>');
    expect(lines.join('\n')).not.toMatch(/[^\\]_both_/);
  });
});
