import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { formatFor } from './binder.js';
import { folder, hatch } from './command.fixtures.js';

describe('the format of a file', () => {
  it('is the one that is asked for, or that its name tells', () => {
    expect(formatFor('latex', 'report.txt')).toBe('latex');
    expect(formatFor(undefined, 'out/report.docx')).toBe('docx');
    expect(formatFor(undefined, 'table.csv')).toBe('csv');
  });
  it('is asked for where neither says it', () => {
    expect(() => formatFor(undefined, 'report')).toThrow('The format of the file is not said.');
    expect(() => formatFor('odt', undefined)).toThrow('There is no format odt.');
  });
});

describe('the command binder', () => {
  it('writes the binder and a table into files, and writes over none', () => {
    expect(hatch(['seed']).status).toBe(0);
    const table = join(folder, 'table.md');
    const asked = ['table', 'fernhill-allotments', 'Satisfaction with the site by Site', '--figures', 'row-percent:0'];
    expect(hatch([...asked, '-o', table]).stdout).toBe(`${table}\n`);
    expect(readFileSync(table, 'utf8')).toContain('row %');
    expect(hatch([...asked, '-o', table])).toMatchObject({ status: 2 });
    const picture = join(folder, 'table.svg');
    expect(hatch([...asked, '--picture', 'mosaic', '-o', picture]).status).toBe(0);
    expect(readFileSync(picture, 'utf8')).toContain('more than independence gives');
    const summary = ['table', 'fernhill-allotments', 'Summary of Age and Shares the plot by Season of interview'];
    const lines = hatch([...summary, '--csv', '--summary', 'missing-none,without-test,p-holm']).stdout.split('\n');
    expect(lines[1]).toContain('adjusted p,Strength');
    expect(lines.find((line) => line.startsWith('"Shares the plot: Yes, n (%)"'))).toMatch(/,812,33\.66\d*,/);
    expect(hatch([...summary, '--csv', '--summary', 'sideways']).stderr).toContain('“sideways” says nothing');
    const page = join(folder, 'b.html');
    const gone = hatch(['binder', 'fernhill-allotments', '--tables', '999', '-o', page]);
    expect(gone).toMatchObject({ status: 2 });
    expect(gone.stderr).toContain('The binder “Binder” has no table 999.');
    expect(existsSync(page)).toBe(false);
    expect(hatch(['binder', 'fernhill-allotments', '-o', page]).stdout).toBe(`${page}\n`);
    expect(readFileSync(page, 'utf8')).toContain('Table 1. ');
    expect(hatch(['binder', 'fernhill-allotments', '--as', 'html', '--binder', 'Annex']).stderr).toContain(
      'There are “Binder”.',
    );
    expect(hatch(['binder', 'fernhill-allotments', '--tables', 'x', '--as', 'html']).stderr).toContain(
      'not the id of a table',
    );
  }, 120_000);

  it('writes a document in the look of another', () => {
    const [ours, theirs] = [join(folder, 'ours.docx'), join(folder, 'theirs.docx')];
    const binder = ['binder', 'fernhill-allotments'];
    expect(hatch([...binder, '-o', ours]).status).toBe(0);
    expect(hatch([...binder, '-o', theirs, '--template', ours]).stdout).toBe(`${theirs}\n`);
    const other = join(folder, 'other.docx');
    expect(hatch([...binder, '-o', other, '--template', join(folder, 'none.docx')]).stderr).toContain(
      'There is no file',
    );
    expect(hatch([...binder, '-o', other, '--template', join(folder, 'table.md')]).stderr).toContain('damaged archive');
  });

  it('freezes tables of the binder and thaws them, and writes no file', () => {
    const frozen = hatch(['binder', 'fernhill-allotments', '--freeze', '--tables', '1']).stdout;
    expect(frozen).toMatch(/^1 {2}.+: Frozen on \d{4}-\d\d-\d\d, as of entry \d+ of the ledger\.\n$/);
    const page = join(folder, 'frozen.md');
    expect(hatch(['binder', 'fernhill-allotments', '-o', page]).status).toBe(0);
    expect(readFileSync(page, 'utf8').match(/Frozen on/g)).toHaveLength(1);
    const thawed = hatch(['binder', 'fernhill-allotments', '--thaw']).stdout.trim().split('\n');
    expect(thawed).toHaveLength(1);
    expect(thawed.every((line) => line.endsWith('It follows the study.'))).toBe(true);
    expect(hatch(['binder', 'fernhill-allotments', '--thaw', '--freeze']).status).toBe(1);
  });

  it('says what the binder tells of few respondents, and writes a page without it', () => {
    const said = hatch(['binder', 'fernhill-allotments', '--disclosure', '--least-cell', '12']).stdout;
    expect(said).toContain('Smallest cell: 9 respondents (Very dissatisfied, Orchard Bank).');
    expect(said).toContain('2 cells withheld as too few stand behind them, and 2 cells beside');
    const page = join(folder, 'page.html');
    const asked = ['binder', 'fernhill-allotments', '--as', 'explore', '-o', page];
    expect(hatch([...asked, '--least-cell', 'few']).status).toBe(2);
    expect(hatch([...asked, '--least-cell', '12']).status).toBe(0);
    expect(readFileSync(page, 'utf8').match(/>×</g)?.length).toBeGreaterThan(3);
  });
});
