import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import iconv from 'iconv-lite';
import { afterAll, describe, expect, it } from 'vitest';
import { Fault } from '../core/fault.js';
import { columnNames, detectDialect, readRows } from './csv-read.js';
import { writeCsv } from './csv-write.js';
import { detectEncoding } from './encoding.js';

const folder = mkdtempSync(join(tmpdir(), 'hatch-formats-'));
afterAll(() => rmSync(folder, { recursive: true }));

let number = 0;
function file(content: string | Uint8Array): string {
  const path = join(folder, `${number++}.csv`);
  writeFileSync(path, content);
  return path;
}

async function rowsOf(content: string | Uint8Array) {
  const path = file(content);
  const dialect = await detectDialect(path, 'x.csv');
  const rows: { line: number; cells: string[] }[] = [];
  for await (const batch of readRows(path, 'x.csv', dialect)) rows.push(...batch);
  return { dialect, rows, cells: rows.map(({ cells }) => cells) };
}

async function faultOf(content: string | Uint8Array): Promise<Fault> {
  try {
    await rowsOf(content);
  } catch (error) {
    if (error instanceof Fault) return error;
    throw error;
  }
  throw new Error('it was read');
}

describe('encoding', () => {
  it.each([
    ['utf-8', 'name\nZoë – €\n'],
    ['windows-1252', 'name,remark\nJosé,"Crème brûlée – 5 €"\nZoë,naïve\n'],
    ['windows-1251', `name,remark\n${'Привет, это обычный русский текст о садовых участках и соседях.\n'.repeat(5)}`],
    ['utf-16le', 'name\nZoë\n'],
    ['utf-16be', 'name\nZoë\n'],
  ])('finds %s', async (encoding, text) => {
    const path = file(iconv.encode(text, encoding, { addBOM: encoding.startsWith('utf-16') }));
    expect(await detectEncoding(path, 'x.csv')).toBe(encoding);
  });

  it('does not take a cut character at the end of a step for another encoding', async () => {
    const text = `${'a'.repeat(1024 * 1024 - 1)}ë\n`;
    expect(await detectEncoding(file(text), 'x.csv')).toBe('utf-8');
  });

  it('refuses what is not text, naming the byte', async () => {
    await expect(detectEncoding(file(new Uint8Array([65, 66, 0, 67])), 'x.csv')).rejects.toThrow('byte 3 is 0');
  });
});

describe('separator', () => {
  it.each([
    [',', 'a,b,c\n1,2,3\n'],
    [';', 'a;b;c\n1,5;2,5;3\n'],
    ['\t', 'a\tb\tc\n1, one\t2\t3\n'],
    ['|', 'a|b|c\n1|2|3\n'],
    [',', 'only\n1\n2\n'],
    [';', 'a;b\n"x,y,z";1\n"p,q,r";2\n'],
  ])('is %j in %j', async (separator, text) => {
    expect((await rowsOf(text)).dialect.separator).toBe(separator);
  });
});

describe('rows', () => {
  it('keep quoted separators, line ends and quotes in their cell', async () => {
    const { cells } = await rowsOf('a,b\n"1,5","two\nlines"\n"say ""so""",x\n');
    expect(cells.slice(1)).toEqual([['1,5', 'two\nlines'], ['say "so"', 'x']]); // prettier-ignore
  });

  it('know the line on which they start, past quoted line ends and blank lines', async () => {
    const { rows } = await rowsOf('a,b\n"1\n1",2\n\n3,4\n\n\n"5\n\n5",6\n7,8\n');
    expect(rows.map(({ line }) => line)).toEqual([1, 2, 5, 8, 11]);
  });

  it.each(['\n', '\r\n', '\r'])('end with %j', async (end) => {
    const { rows, dialect } = await rowsOf(['a,b', '1,"x"', '2,"y"', ''].join(end));
    expect(dialect.lineEnd).toBe(end);
    expect(rows.map(({ cells }) => cells.join('|'))).toEqual(['a|b', '1|x', '2|y']);
  });

  it('keep a stray quote inside a text', async () => {
    expect((await rowsOf('a,b\n5" pot,1\n')).cells[1]).toEqual(['5" pot', '1']);
  });

  it('lose the byte-order mark', async () => {
    expect((await rowsOf('\uFEFFa,b\n1,2\n')).cells[0]).toEqual(['a', 'b']);
  });

  it('name the line of a quote that is never closed, and of text behind a quote', async () => {
    const open = await faultOf('a,b\n1,2\n3,"4\n5,6\n');
    expect(open.place).toEqual({ file: 'x.csv', line: 3 });
    const behind = await faultOf('a,b\n1,2\n"3"x,4\n5,6\n');
    expect(behind.message).toContain('goes on behind a closing quote');
    expect(behind.place.line).toBe(3);
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

describe('names of columns', () => {
  it('are trimmed, numbered where empty, told apart where repeated', () => {
    const { names, notes } = columnNames([' age ', '', 'age', 'age']);
    expect(names).toEqual(['age', 'column_2', 'age_2', 'age_3']);
    expect([...notes.keys()]).toEqual([1, 2, 3]);
  });
});

describe('writing CSV', () => {
  it('quotes what needs it, and keeps formulas from running', () => {
    const csv = writeCsv([['a,b', 'say "x"', 'line\nend', null, -5, 0.25], ['=1+1', '@cmd', '-x', '+y', '', 'ok']]); // prettier-ignore
    expect(csv).toBe('\uFEFF"a,b","say ""x""","line\nend",,-5,0.25\r\n\'=1+1,\'@cmd,\'-x,\'+y,,ok\r\n');
  });
});
