import { createWriteStream, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { once } from 'node:events';
import { afterAll, describe, expect, it } from 'vitest';
import yazl from 'yazl';
import { Fault } from '../core/fault.js';
import type { Workbook } from '../core/intake/layout.js';
import { readCodebook } from './codebooks/read-codebook.js';
import { detectLayout } from './open-rows.js';
import { openWorkbook } from './workbook.js';
import { cellName, dateOf, isDateFormat, parseRange } from './workbook-cells.js';

const folder = mkdtempSync(join(tmpdir(), 'hatch-workbook-'));
afterAll(() => rmSync(folder, { recursive: true }));
let number = 0;

interface Sheet {
  name: string;
  state?: string;
  /** What stands in <sheetData>, and behind it. */
  rows: string;
  behind?: string;
}

/** Writes a workbook as ECMA-376 has it, from the XML of its sheets. */
async function workbook(sheets: Sheet[], texts: string[] = [], more: Record<string, Buffer> = {}): Promise<string> {
  const path = join(folder, `${number++}.xlsx`);
  const zip = new yazl.ZipFile();
  const add = (name: string, text: string) =>
    zip.addBuffer(Buffer.from(`<?xml version="1.0" encoding="UTF-8"?>${text}`), name);
  const targets = sheets.map((_, k) => `<Relationship Id="r${k}" Target="worksheets/sheet${k}.xml"/>`);
  const named = sheets.map(
    ({ name, state }, k) =>
      `<sheet name="${name}" sheetId="${k + 1}" ${state ? `state="${state}"` : ''} r:id="r${k}"/>`,
  );
  add('[Content_Types].xml', '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"/>');
  add('xl/_rels/workbook.xml.rels', `<Relationships>${targets.join('')}</Relationships>`);
  add('xl/workbook.xml', `<workbook xmlns:r="x"><sheets>${named.join('')}</sheets></workbook>`);
  add(
    'xl/styles.xml',
    '<styleSheet><numFmts><numFmt numFmtId="164" formatCode="dd/mm/yyyy"/><numFmt numFmtId="165" ' +
      'formatCode="0.00&quot; days&quot;"/></numFmts><cellStyleXfs><xf ' +
      'numFmtId="14"/></cellStyleXfs><cellXfs><xf numFmtId="0"/><xf numFmtId="14"/><xf numFmtId="164"/><xf ' +
      'numFmtId="165"/><xf numFmtId="22"/></cellXfs></styleSheet>',
  );
  add('xl/sharedStrings.xml', `<sst>${texts.join('')}</sst>`);
  sheets.forEach(({ rows, behind = '' }, k) =>
    add(`xl/worksheets/sheet${k}.xml`, `<worksheet><sheetData>${rows}</sheetData>${behind}</worksheet>`),
  );
  for (const [name, content] of Object.entries(more)) zip.addBuffer(content, name);
  zip.end();
  const file = createWriteStream(path);
  zip.outputStream.pipe(file);
  await once(file, 'close');
  return path;
}

async function read(path: string, change: Partial<Workbook> = {}) {
  const { layout, sheets } = await detectLayout(path, 'x.xlsx');
  if (layout.is !== 'workbook') throw new Error(`it is ${layout.is}`);
  const source = await openWorkbook(path, 'x.xlsx', { ...layout, ...change });
  const rows: { line: number; cells: string[] }[] = [];
  for await (const batch of source.batches) rows.push(...batch);
  return { layout, sheets, names: source.columns.map(({ name }) => name), rows, remarks: source.remarks() };
}

const text = (words: string) => `<is><t>${words}</t></is>`;
const row = (r: number, ...cells: string[]) => `<row r="${r}">${cells.join('')}</row>`;
const inline = (at: string, words: string) => `<c r="${at}" t="inlineStr">${text(words)}</c>`;
const plain = (at: string, value: string, more = '') => `<c r="${at}" ${more}><v>${value}</v></c>`;

describe('a workbook', () => {
  it('is read from its first sheet that is not hidden: texts, numbers, days, truth, blanks', async () => {
    const path = await workbook(
      [
        { name: 'Notes', state: 'hidden', rows: row(1, inline('A1', 'not this')) },
        {
          name: 'Data',
          rows: [
            row(1, plain('A1', '0', 't="s"'), inline('B1', 'came on'), inline('C1', 'score'), inline('D1', 'member')),
            row(
              2,
              plain('A2', '1', 't="s"'),
              plain('B2', '46327', 's="1"'),
              plain('C2', '2.5', 's="3"'),
              plain('D2', '1', 't="b"'),
            ),
            row(4, plain('A4', '2', 't="s"'), plain('B4', '46327.75', 's="4"'), plain('D4', '0', 't="b"')),
          ].join(''),
        },
      ],
      ['<si><t>plot</t></si>', '<si><r><t>Mill </t></r><r><t>Row</t></r></si>', '<si><t>a_x000D_b &amp; 🌱</t></si>'],
    );
    const { layout, sheets, names, rows, remarks } = await read(path);
    expect(layout).toEqual({ is: 'workbook', sheet: 'Data', range: null, heading: true });
    expect(sheets).toEqual([
      { name: 'Notes', hidden: true },
      { name: 'Data', hidden: false },
    ]);
    expect(names).toEqual(['plot', 'came on', 'score', 'member']);
    expect(rows).toEqual([
      { line: 2, cells: ['Mill Row', '2026-11-01', '2.5', 'true'] },
      { line: 4, cells: ['a\rb & 🌱', '2026-11-01 18:00:00', '', 'false'] },
    ]);
    expect(remarks).toEqual([]);
    expect((await read(path, { sheet: 'Notes', heading: false })).remarks[0]).toContain('hidden');
  });

  it('tells of merged cells, formulas without a value and errors, with their cells', async () => {
    const path = await workbook([
      {
        name: 'Data',
        rows: [
          row(1, inline('A1', 'id'), inline('B1', 'score')),
          row(2, plain('A2', '1'), '<c r="B2"><f>A2*2</f><v>2</v></c>', '<c r="C2"><f>A2*3</f></c>'),
          row(3, plain('A3', '2'), '<c r="B3" t="e"><f>1/0</f><v>#DIV/0!</v></c>', plain('C3', '5')),
        ].join(''),
        behind: '<mergeCells count="2"><mergeCell ref="B1:C1"/><mergeCell ref="A2:A3"/></mergeCells>',
      },
    ]);
    const { names, rows, remarks } = await read(path);
    expect(names).toEqual(['id', 'score', 'score_2']);
    expect(rows.map(({ cells }) => cells)).toEqual([
      ['1', '2', ''],
      ['2', '#DIV/0!', '5'],
    ]);
    expect(remarks.join(' ')).toMatch(/heading \(B1:C1\).*first at A2.*first at C2.*first at B3/);
  });

  it('is read in a range, and refuses a range or a sheet that is not there', async () => {
    const cells = [1, 2, 3, 4]
      .map((r) => row(r, ...['A', 'B', 'C'].map((c) => inline(`${c}${r}`, `${c}${r}`))))
      .join('');
    const path = await workbook([{ name: 'Data', rows: cells }]);
    const part = await read(path, { range: 'B2:C3' });
    expect(part.names).toEqual(['B2', 'C2']);
    expect(part.rows).toEqual([{ line: 3, cells: ['B3', 'C3'] }]);
    expect((await read(path, { range: 'b3' })).names).toEqual(['B3', 'C3']);
    await expect(read(path, { range: 'nowhere' })).rejects.toThrow('not a range of cells');
    await expect(read(path, { range: 'Z99' })).rejects.toThrow('no filled cells there');
    await expect(read(path, { sheet: 'Elsewhere' })).rejects.toThrow('no sheet "Elsewhere"');
  });

  it('is refused where it is damaged, declares entities or is another archive', async () => {
    const faultOf = async (path: string): Promise<Fault> => {
      const error: unknown = await read(path).then(
        () => null,
        (thrown: unknown) => thrown,
      );
      if (error instanceof Fault) return error;
      throw new Error(`no fault but ${String(error)}`);
    };
    expect(
      (await faultOf(await workbook([{ name: 'Data', rows: '<row r="1"><c r="A1"><v>1</row>' }]))).message,
    ).toContain('not well-formed XML at line 1');
    const laughs =
      '<?xml version="1.0"?><!DOCTYPE sst [<!ENTITY a "ha"><!ENTITY b ' +
      '"&a;&a;&a;&a;">]><sst><si><t>&b;</t></si></sst>';
    const path = join(folder, 'laughs.xlsx');
    const zip = new yazl.ZipFile();
    zip.addBuffer(
      Buffer.from('<workbook><sheets><sheet name="D" sheetId="1"/></sheets></workbook>'),
      'xl/workbook.xml',
    );
    zip.addBuffer(Buffer.from(laughs), 'xl/sharedStrings.xml');
    zip.addBuffer(Buffer.from('<worksheet><sheetData/></worksheet>'), 'xl/worksheets/sheet1.xml');
    zip.end();
    const file = createWriteStream(path);
    zip.outputStream.pipe(file);
    await once(file, 'close');
    expect((await faultOf(path)).message).toContain('declares entities');
  });

  it('is not unpacked without end', async () => {
    const bomb = Buffer.from(`<sst><si><t>${'0'.repeat(40 * 1024 * 1024)}</t></si></sst>`);
    const packed = join(folder, 'bomb.xlsx');
    const zip = new yazl.ZipFile();
    zip.addBuffer(
      Buffer.from('<workbook><sheets><sheet name="D" sheetId="1"/></sheets></workbook>'),
      'xl/workbook.xml',
    );
    zip.addBuffer(bomb, 'xl/sharedStrings.xml');
    zip.addBuffer(Buffer.from('<worksheet><sheetData/></worksheet>'), 'xl/worksheets/sheet1.xml');
    zip.end();
    const file = createWriteStream(packed);
    zip.outputStream.pipe(file);
    await once(file, 'close');
    await expect(read(packed)).rejects.toThrow('32 million characters');
  }, 60_000);
});

describe('cells of a workbook', () => {
  it('have names, ranges and days', () => {
    expect([cellName(1, 1), cellName(9, 26), cellName(10, 27), cellName(3, 703)]).toEqual(['A1', 'Z9', 'AA10', 'AAA3']);
    expect(parseRange('$C$4:A2')).toEqual({ top: 2, left: 1, bottom: 4, right: 3 });
    expect(['', 'A', '4', 'A1:B2:C3', 'A0'].map(parseRange)).toEqual([null, null, null, null, null]);
    expect([1, 59, 61, 46327].map((day) => dateOf(day, false))).toEqual([
      '1900-01-01',
      '1900-02-28',
      '1900-03-01',
      '2026-11-01',
    ]);
    expect(dateOf(44865, true)).toBe('2026-11-01');
    expect([
      isDateFormat(14, undefined),
      isDateFormat(2, undefined),
      isDateFormat(170, 'yyyy-mm-dd'),
      isDateFormat(171, '0.0" days"'),
      isDateFormat(172, '#,##0.00;[Red]-#,##0.00'),
    ]).toEqual([true, false, true, false, false]);
  });
});

describe('a codebook in a workbook', () => {
  it('is read from each sheet that is one: variables on one, codes on another, notes passed over', async () => {
    const path = await workbook([
      { name: 'About', rows: row(1, inline('A1', 'Notes of the office')) },
      {
        name: 'Variables',
        rows: [
          row(1, inline('A1', 'Variables of wave 1')),
          row(3, inline('A3', 'Variable name'), inline('B3', 'Variable label'), inline('C3', 'Type')),
          row(4, inline('A4', 'sex'), inline('B4', 'Sex'), inline('C4', 'nominal')),
          row(5, inline('A5', 'hours'), inline('B5', 'Hours'), inline('C5', 'scale')),
        ].join(''),
      },
      {
        name: 'Codes',
        rows: [
          row(1, inline('A1', 'Variable'), inline('B1', 'Code'), inline('C1', 'Label')),
          row(2, inline('A2', 'sex'), plain('B2', '1'), inline('C2', 'Male')),
          row(3, plain('B3', '2'), inline('C3', 'Female')),
        ].join(''),
      },
    ]);
    expect(await readCodebook(path, 'codebook.xlsx')).toEqual({
      kind: 'Workbook, sheets Variables, Codes',
      codebook: {
        variables: [
          {
            name: 'sex',
            label: 'Sex',
            level: 'unordered',
            codes: [
              { code: '1', label: 'Male' },
              { code: '2', label: 'Female' },
            ],
          },
          { name: 'hours', label: 'Hours', level: 'number' },
        ],
      },
      data: null,
      remarks: [],
    });
  });

  it('keeps lines within a cell apart', async () => {
    const path = await workbook([
      {
        name: 'S',
        rows: [
          row(1, inline('A1', 'Name'), inline('B1', 'Values')),
          row(2, inline('A2', 'sex'), inline('B2', '1 Male\n2 Female')),
        ].join(''),
      },
    ]);
    expect(await readCodebook(path, 'c.xlsx')).toMatchObject({
      kind: 'Workbook, sheet S, a line a variable',
      codebook: { variables: [{ name: 'sex', codes: [{ label: 'Male' }, { label: 'Female' }] }] },
    });
  });

  it('is refused where no sheet is one', async () => {
    const path = await workbook([{ name: 'S', rows: row(1, inline('A1', 'plot'), inline('B1', 'beans')) }]);
    await expect(readCodebook(path, 'c.xlsx')).rejects.toThrow('No sheet of c.xlsx was understood as a codebook.');
  });
});
