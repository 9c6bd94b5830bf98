import { total } from '../../../core/numerics/total.js';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PLAIN_NUMBERS } from '../../../core/codebook/facts.js';
import { canonicalCode, parseNumber } from '../../../core/codebook/number.js';
import { cellReader } from '../../../store/cells.js';
import { columnCodes, columnRow } from '../../../store/columns.js';
import { createStudyFile, type Db } from '../../../store/open.js';
import type { CellBlock } from '../../../formats/rows.js';
import { columnWriter } from './column-writer.js';

const folder = mkdtempSync(join(tmpdir(), 'hatch-writer-'));
let db: Db;
beforeAll(() => (db = createStudyFile(join(folder, 'study.sqlite'))));
afterAll(() => {
  db.close();
  rmSync(folder, { recursive: true });
});

const CHUNK = 1000;

/** Cells as a file's bytes hold them, in the second of two columns. */
function blockOf(cells: readonly string[]): CellBlock {
  const bytes = Buffer.from(cells.map((cell) => `other,${cell};`).join(''));
  const [starts, ends] = [new Int32Array(cells.length * 2), new Int32Array(cells.length * 2)];
  let at = 0;
  cells.forEach((cell, k) => {
    starts[2 * k] = at;
    ends[2 * k] = at + 5;
    starts[2 * k + 1] = at + 6;
    at += 6 + Buffer.byteLength(cell);
    ends[2 * k + 1] = at++;
  });
  const text = (place: number) => bytes.toString('utf8', starts[place], ends[place]);
  return { bytes, width: 2, rows: cells.length, starts, ends, quote: '"', text };
}

/** Writes cells as a file's reading does, in batches that do not fit the chunks. */
function written(cells: readonly string[], batch = 370, asText = false, asBytes = false) {
  const writer = columnWriter(
    { db, name: 'q', chunk: CHUNK, waiting: { characters: 0 } },
    { ...PLAIN_NUMBERS, asText },
  );
  for (let from = 0; from < cells.length;) {
    const to = Math.min(cells.length, from + batch, (Math.floor(from / CHUNK) + 1) * CHUNK);
    const part = cells.slice(from, to);
    const rows = part.map((cell) => ({ line: 0, cells: ['other', cell] }));
    writer.take(asBytes ? blockOf(part) : rows, 1, 0, part.length);
    if (to % CHUNK === 0) writer.flush();
    from = to;
  }
  const column = writer.finish();
  return { column, values: column.spoiled ? [] : cellReader(db, column.id)(0, cells.length) };
}
const times = (n: number, make: (k: number) => string) => Array.from({ length: n }, (_, k) => make(k));
const asCells = (cells: readonly string[]) => cells.map((cell) => (cell.trim() === '' ? null : cell.trim()));

describe('a column that is written as it comes', () => {
  it('is codes while there are few, a byte each and then two, and chunks before that are written again', () => {
    const few = times(5200, (k) => (k % 9 === 0 ? ' ' : ` c${k % 200} `));
    expect(written(few)).toMatchObject({
      column: { storage: 'coded8', blank: few.filter((cell) => cell === ' ').length },
      values: asCells(few),
    });
    const more = times(5200, (k) => (k < 2500 ? String(k % 7) : `c${k % 900}`));
    const { column, values } = written(more);
    expect(column).toMatchObject({ storage: 'coded16', spoiled: false });
    expect(values).toEqual(more);
    const codes = columnCodes(db, column.id);
    expect(codes.reduce((sum, { respondents }) => sum + respondents, 0)).toBe(5200);
    expect(codes.find(({ code }) => code === '3')?.respondents).toBe(more.filter((cell) => cell === '3').length);
  });

  it('is numbers where there are too many, with the words among them', () => {
    const cells = times(6000, (k) =>
      k % 50 === 0 ? 'n/a' : k % 70 === 1 ? '' : k % 90 === 2 ? 'refused' : String(k / 4),
    );
    const { column, values } = written(cells);
    expect(column).toMatchObject({ storage: 'number', spoiled: false });
    expect(values).toEqual(cells.map((cell) => (cell === '' ? null : (parseNumber(cell) ?? cell))));
    const words = cells.filter((cell) => cell !== '' && parseNumber(cell) === null);
    expect(Object.fromEntries(columnCodes(db, column.id).map(({ code, respondents }) => [code, respondents]))).toEqual({
      'n/a': words.filter((word) => word === 'n/a').length,
      refused: words.filter((word) => word === 'refused').length,
    });
    const { histogram } = columnRow(db, column.id);
    const { from, to, bins } = JSON.parse(histogram ?? '') as { from: number; to: number; bins: number[] };
    expect([from, to]).toEqual([0.75, 5999 / 4]);
    expect(total(bins)).toBe(column.facts.numbers);
  });

  it('is text where there are too many words, and tells where it has to be read again', () => {
    const texts = times(4000, (k) => (k % 3 === 0 ? '' : `remark ${k} "x"\n`));
    expect(written(texts)).toMatchObject({ column: { storage: 'text' }, values: asCells(texts) });
    const late = times(6000, (k) => (k < 3000 ? `${k}.50` : `word ${k}`));
    expect(written(late).column.spoiled).toBe(true);
    expect(written(late, 370, true).values).toEqual(late);
    const long = ['x'.repeat(2000), 'y'];
    expect(written(long)).toMatchObject({ column: { storage: 'text' }, values: long });
  });

  it('gives back what came, whatever comes and in whatever steps', () => {
    const cell = fc.oneof(
      fc.constantFrom('', ' ', '1', ' 2', 'n/a', '-0', '1e3', '007', '1.234', '12.5', 'é', '🌱', '"q"'),
      fc.integer().map(String),
      fc.double({ noNaN: true, noDefaultInfinity: true }).map(String),
      fc.string({ maxLength: 5 }),
    );
    fc.assert(
      fc.property(
        fc.array(cell, { minLength: 1, maxLength: 400 }),
        fc.integer({ min: 1, max: 500 }),
        fc.integer({ min: 1, max: 12 }),
        (cells, batch, again) => {
          const texts = Array.from({ length: again }, (_, j) =>
            cells.map((text, k) => (j > 0 && k % 2 === 0 ? `${text}${j}` : text)),
          ).flat();
          const { column, values } = written(texts, batch);
          const { id, ...fromBytes } = written(texts, batch, false, true).column;
          expect({ ...fromBytes, id: column.id }).toEqual(column);
          if (column.spoiled) return;
          expect(cellReader(db, id)(0, texts.length)).toEqual(values);
          const inForm = (text: string) =>
            column.storage === 'number'
              ? (parseNumber(text) ?? text)
              : column.storage === 'text'
                ? text
                : canonicalCode(text);
          const expected = asCells(texts).map((cell) => (cell === null ? null : inForm(cell)));
          expect(values).toEqual(expected);
          expect(column.blank).toBe(expected.filter((candidate) => candidate === null).length);
        },
      ),
      { numRuns: 60 },
    );
  });
});
