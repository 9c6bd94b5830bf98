import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import { Readable } from 'node:stream';
import { afterAll, describe, expect, it } from 'vitest';
import { picturesIn, tablesOf } from '../../core/report/report.js';
import { apart } from '../../core/view/apart.js';
import { placedCells } from '../../core/view/placed-cells.js';
import { openWorkbook } from '../workbook.js';
import { openArchive } from '../zip.js';
import { reportOfSurvey } from './report.fixtures.js';
import { xlsxReport } from './xlsx.js';

const folder = mkdtempSync(join(tmpdir(), 'hatch-xlsx-'));
afterAll(() => rmSync(folder, { recursive: true }));

const report = reportOfSurvey();
const write = async (name: string, together: boolean) => {
  const path = join(folder, name);
  writeFileSync(path, await xlsxReport(report, { together }));
  return path;
};
const MOST = 1e7;
const partOf = async (path: string, name: string) => {
  const archive = await openArchive(path, 'x.xlsx');
  const part = await text(Readable.from(await archive.read(name, MOST)));
  archive.close();
  return part;
};

/** The rows of a sheet, as whoever takes it in reads them. */
async function rowsOf(path: string, sheet: string): Promise<Map<number, string[]>> {
  const layout = { is: 'workbook' as const, sheet, range: null, heading: false, numbers: undefined };
  const { batches } = await openWorkbook(path, 'x.xlsx', layout);
  const rows = new Map<number, string[]>();
  for await (const batch of batches) for (const { line, cells } of batch) rows.set(line, cells);
  return rows;
}

describe('a report as a workbook', () => {
  it('has every name as it is and every figure as its number, in its place', async () => {
    const path = await write('each.xlsx', false);
    for (const { number, laid } of tablesOf(report)) {
      const rows = await rowsOf(path, `Table ${number}`);
      const [only, ...others] = laid;
      if (!only || others.length > 0) continue;
      const { head, body } = apart(only);
      for (const { cell, line, column } of placedCells([...head, ...body])) {
        const written = rows.get(2 + line)?.[column] ?? '';
        if (cell.figure) expect(Number(written)).toBeCloseTo(cell.figure.value, 9);
        else if (cell.text !== '·') expect(written.replace(/\s+/g, ' ')).toBe(cell.text.replace(/\s+/g, ' '));
      }
    }
  });

  it('has no formula, whatever a name looks like', async () => {
    const path = await write('formula.xlsx', false);
    expect(await partOf(path, 'xl/worksheets/sheet2.xml')).not.toContain('<f>');
    expect(await partOf(path, 'xl/sharedStrings.xml')).toContain('=HYPERLINK(');
  });

  it('has its headings in sight, and a link to each table from the contents', async () => {
    const path = await write('links.xlsx', false);
    expect(await partOf(path, 'xl/worksheets/sheet2.xml')).toMatch(/<pane [^>]*xSplit="2"[^>]*state="frozen"/);
    const links = (await partOf(path, 'xl/worksheets/_rels/sheet1.xml.rels')).replaceAll('&apos;', "'");
    for (const { number } of tablesOf(report)) expect(links).toContain(`"#'Table ${number}'!A1"`);
  });

  it('has all tables on one sheet where that is asked for', async () => {
    const path = await write('together.xlsx', true);
    const rows = await rowsOf(path, 'Tables');
    const titles = [...rows.values()].filter(([first]) => /^Table \d\. /.test(first ?? ''));
    expect(titles).toHaveLength(tablesOf(report).length);
  });

  it('has the pictures of a table on its sheet', async () => {
    const path = await write('pictures.xlsx', false);
    const archive = await openArchive(path, 'x.xlsx');
    const media = archive.names.filter((name) => name.startsWith('xl/media/') && name.endsWith('.png'));
    const drawings = archive.names.filter((name) => /^xl\/drawings\/drawing\d+\.xml$/.test(name));
    archive.close();
    expect(media).toHaveLength(picturesIn(report).length);
    expect(drawings).toHaveLength(tablesOf(report).filter(({ pictures }) => pictures.length > 0).length);
  });
});
