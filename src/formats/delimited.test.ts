import fc from 'fast-check';
import iconv from 'iconv-lite';
import { describe, expect, it } from 'vitest';
import type { Delimited } from '../core/intake/layout.js';
import { writeCsv } from './csv-write.js';
import { detectDelimited, openDelimited } from './delimited.js';
import type { Row } from './rows.js';
import { raw } from './files.fixtures.js';

/** All cells of a delimited file, the heading too, as its own layout reads them. */
async function rowsOf(content: string | Uint8Array, change: Partial<Delimited> = {}) {
  const from = raw(content);
  const layout = { ...(await detectDelimited(from)), ...change };
  const { batches, columns } = await openDelimited(from, { ...layout, heading: false });
  const rows: Row[] = [];
  for await (const batch of batches) rows.push(...batch);
  return { layout, rows, columns, cells: rows.map(({ cells }) => cells) };
}

describe('separator', () => {
  it.each([
    [',', 'a,b,c\n1,2,3\n'],
    [';', 'a;b;c\n1,5;2,5;3\n'],
    ['\t', 'a\tb\tc\n1, one\t2\t3\n'],
    ['|', 'a|b|c\n1|2|3\n'],
    [',', 'only\n1\n2\n'],
    [';', 'a;b\n"x,y,z";1\n"p,q,r";2\n'],
  ])('is %j in %j', async (separator, text) => {
    expect((await rowsOf(text)).layout.separator).toBe(separator);
  });
});

describe('rows', () => {
  it('keep quoted separators, line ends and quotes in their cell', async () => {
    const { cells } = await rowsOf('a,b\n"1,5","two\nlines"\n"say ""so""",x\n');
    expect(cells.slice(1)).toEqual([
      ['1,5', 'two\nlines'],
      ['say "so"', 'x'],
    ]);
  });

  it('know the line on which they start, past quoted line ends and blank lines', async () => {
    const { rows } = await rowsOf('a,b\n"1\n1",2\n\n3,4\n\n\n"5\n\n5",6\n7,8\n');
    expect(rows.map(({ line }) => line)).toEqual([1, 2, 5, 8, 11]);
  });

  it.each(['\n', '\r\n', '\r'])('end with %j', async (end) => {
    const { rows } = await rowsOf(['a,b', '1,"x"', '2,"y"', ''].join(end));
    expect(rows.map(({ cells }) => cells.join('|'))).toEqual(['a|b', '1|x', '2|y']);
  });

  it('keep a stray quote inside a text', async () => {
    expect((await rowsOf('a,b\n5" pot,1\n')).cells[1]).toEqual(['5" pot', '1']);
  });

  it('lose the byte-order mark', async () => {
    expect((await rowsOf('\uFEFFa,b\n1,2\n')).cells[0]).toEqual(['a', 'b']);
  });

  it('with a quote astray are marked, with their line, and those behind them are read', async () => {
    for (const [csv, line, next] of [
      ['a,b\n1,2\n3,"4\n5,6\n', 3, '5|6'],
      ['a,b\n1,2\n"3"x,4\n5,6\n', 3, '5|6'],
      ['a,b\n"1\n1",2\n"3,4\n"5",6\n7,8\n', 4, '5|6'],
      ['a,b\n1,"2', 2, undefined],
    ] as const) {
      const { rows } = await rowsOf(csv);
      const at = rows.findIndex(({ odd }) => odd === 'quote');
      expect(rows[at]?.line).toBe(line);
      expect(rows[at + 1]?.cells.join('|')).toBe(next);
      expect(rows.filter(({ odd }) => odd)).toHaveLength(1);
    }
  });

  it('are the same however the file falls into steps', async () => {
    const long = Array.from({ length: 60_000 }, (_, k) => `${k},"text ${k}${k % 97 === 0 ? '\nmore' : ''}",ë${k}`);
    const { rows, cells } = await rowsOf(['id,text,e', ...long, ''].join('\n'));
    expect(cells).toHaveLength(60_001);
    expect(cells[59_999 + 1]).toEqual(['59999', 'text 59999', 'ë59999']);
    expect(rows.at(-1)?.line).toBe(60_001 + Math.ceil(60_000 / 97));
  });

  it('come back as they were written', async () => {
    const cell = fc.string({ unit: 'grapheme', maxLength: 12 }).map((text) => text.replace(/[\uFEFF\0]/g, '').trim());
    await fc.assert(
      fc.asyncProperty(fc.array(fc.tuple(cell, cell, cell), { minLength: 1, maxLength: 8 }), async (table) => {
        const harmless = table.map((row) => row.map((text) => (/^[=+\-@]/.test(text) ? `x${text}` : text)));
        const { cells } = await rowsOf(writeCsv([['a', 'b', 'c'], ...harmless]));
        expect(cells.slice(1)).toEqual(harmless);
      }),
      { numRuns: 60 },
    );
  });
});

describe('how a file is written', () => {
  it('is found: quotes, decimal comma, heading', async () => {
    expect((await rowsOf("a;b\n'x;y';1\n'p;q';2\n'r;s';3\n")).layout).toMatchObject({ quote: "'", separator: ';' });
    expect((await rowsOf('a;b\n1,5;2\n2,25;3\n')).layout.decimal).toBe(',');
    expect((await rowsOf('a;b\n1,5;2.5\n')).layout.decimal).toBe('.');
    expect((await rowsOf('a;b\n1,5;2\n1,5,7;3\n')).layout.decimal).toBe('.');
    expect((await rowsOf('a;b\n25.245;0,8177\n')).layout.decimal).toBe(',');
    expect((await rowsOf('a;b\n25.245;1\n18.300;2\n')).layout.decimal).toBe(',');
    expect((await rowsOf('a\tb\n25.245\t1\n18.300\t2\n')).layout.decimal).toBe('.');
    expect((await rowsOf('1,2\n3,4\n')).layout.heading).toBe(false);
    expect((await rowsOf('name,town\nZoe,Hull\n')).layout.heading).toBe(true);
  });

  it('can be said: no quotes, another encoding', async () => {
    expect((await rowsOf('a,b\n"x,1\n', { quote: '' })).cells[1]).toEqual(['"x', '1']);
    expect((await rowsOf(iconv.encode('a\nþ\n', 'iso-8859-1'), { encoding: 'windows-1254' })).cells[1]).toEqual(['ş']);
  });

  it('tells where bytes do not fit the encoding', async () => {
    const from = raw(iconv.encode('a,b\n1,é\n2,ö\n', 'windows-1252'));
    const source = await openDelimited(from, { ...(await detectDelimited(from)), encoding: 'utf-8' });
    let rows = 0;
    for await (const batch of source.batches) rows += batch.length;
    expect(rows).toBe(2);
    expect(source.remarks()[0]).toBe(
      '2 cells hold bytes that are not utf-8, the first on line 2: choose another encoding.',
    );
  });
});
