import fc from 'fast-check';
import iconv from 'iconv-lite';
import { describe, expect, it } from 'vitest';
import type { Delimited } from '../core/intake/layout.js';
import { cellAt, isBlock, rowsIn } from './cell-block.js';
import { openDelimited } from './delimited.js';
import { raw } from './files.fixtures.js';

const LAYOUT: Delimited = {
  is: 'delimited',
  encoding: 'utf-8',
  separator: ',',
  quote: '"',
  decimal: '.',
  heading: false,
  short: 'aside',
};

/** A file as its bytes give it, and as its text does. */
async function bothWays(content: string | Uint8Array, change: Partial<Delimited> = {}) {
  const layout = { ...LAYOUT, ...change };
  const fromText = await openDelimited(raw(content), layout);
  const wanted: { cells: string[]; odd?: string }[] = [];
  for await (const batch of fromText.batches)
    for (const { cells, odd } of batch) wanted.push({ cells, ...(odd && { odd }) });
  const fromBytes = await openDelimited(raw(content), layout);
  const width = fromBytes.columns.length;
  const found: typeof wanted = [];
  let inBlocks = 0;
  for await (const batch of fromBytes.blocks!()) {
    if (!isBlock(batch)) for (const { cells, odd } of batch) found.push({ cells, ...(odd && { odd }) });
    else {
      const read = Array.from({ length: width }, (_, k) => cellAt(batch, k));
      for (let k = 0; k < batch.rows; k++) found.push({ cells: read.map((cell) => cell(k)) });
      inBlocks += rowsIn(batch);
    }
  }
  return { wanted, found, inBlocks, remarks: [fromText.remarks(), fromBytes.remarks()] };
}

/** The line of each row that is told apart, as bytes and as text give it. */
async function linesOfOdd(content: string) {
  const lines = [];
  for (const way of ['batches', 'blocks'] as const) {
    const source = await openDelimited(raw(content), LAYOUT);
    const odd: number[] = [];
    for await (const batch of way === 'batches' ? source.batches : source.blocks!())
      if (!isBlock(batch)) odd.push(...batch.filter(({ cells }) => cells.length !== 2).map(({ line }) => line));
    lines.push(odd);
  }
  return lines;
}

describe('cells read from the bytes of a file', () => {
  it.each(['\n', '\r\n', '\r'])('are those of its text, where rows end with %j', async (end) => {
    const lines = Array.from({ length: 50_000 }, (_, k) =>
      k % 7 === 0 ? `${k},"say ""${k}""","a,b${end}c"` : `${k},ë${k}, plain `,
    );
    for (const last of ['', end]) {
      const { wanted, found, inBlocks } = await bothWays(['id,text,more', ...lines].join(end) + last);
      expect(found).toEqual(wanted);
      expect(inBlocks).toBe(50_001);
    }
  });

  it('are so in encodings of one byte a character', async () => {
    const text = 'a;b\nMärz;2\nžluťoučký;3\n\u00a0;4\n'.repeat(50);
    for (const encoding of ['windows-1250', 'iso-8859-2'] as const) {
      const { wanted, found, inBlocks } = await bothWays(iconv.encode(text, encoding), { encoding, separator: ';' });
      expect(found).toEqual(wanted);
      expect(inBlocks).toBe(200);
    }
    const { columns, blocks } = await openDelimited(raw(iconv.encode('あ|い\n', 'shift_jis')), {
      ...LAYOUT,
      encoding: 'shift_jis',
      separator: '|',
    });
    expect([columns.length, blocks]).toEqual([2, undefined]);
  });

  it('are so where rows are short or long, and those behind them come in blocks again', async () => {
    const lines = Array.from({ length: 2000 }, (_, k) =>
      k % 600 === 5 ? 'short' : k % 600 === 9 ? 'a,b,c' : `${k},x`,
    );
    const { wanted, found, inBlocks } = await bothWays(lines.join('\n'));
    expect(found).toEqual(wanted);
    expect(inBlocks).toBeGreaterThan(800);
  });

  it('are read as text from a quote astray on, and from bytes on that are no characters', async () => {
    const lines = Array.from({ length: 500 }, (_, k) => (k === 300 ? '1,"2"x' : `${k},"x"`));
    const astray = await bothWays(lines.join('\n'));
    expect(astray.found).toEqual(astray.wanted);
    expect(astray.found.filter(({ odd }) => odd === 'quote')).toHaveLength(1);
    expect(astray.inBlocks).toBe(300);
    const bytes = iconv.encode('a,b\n1,é\n', 'windows-1252');
    const strange = await bothWays(Buffer.concat([Buffer.from('0,1\n'.repeat(90_000)), bytes]));
    expect(strange.found).toEqual(strange.wanted);
    expect(strange.remarks[0]).toHaveLength(1);
    expect(strange.remarks[1]).toEqual(strange.remarks[0]);
    const open = await bothWays('a,b\n1,"2\n3,4');
    expect(open.found).toEqual(open.wanted);
  });

  it('tell the line of a row that is told apart, past line ends in cells and lines with nothing on them', async () => {
    const [text, bytes] = await linesOfOdd('a,b\n"1\r\n1",2\n\n  \n3\n"5\n\n5",6\n7,8,9\n"","\r"\n9\n');
    expect(text).toEqual([6, 10, 13]);
    expect(bytes).toEqual(text);
  });

  it.each(['\t\u00a0', ' \u00a0 ', '\u00a0', '\u0001', '\u001f', ' \t', '\u00a0x'])(
    'are those of its text, where %j is all of a row',
    async (blank) => {
      const { wanted, found } = await bothWays(`head\n${blank}\nlast\n`);
      expect(found).toEqual(wanted);
      expect(found.length).toBe(blank.trim() === '' ? 2 : 3);
    },
  );

  it('are those of its text, whatever stands in it', async () => {
    const piece = fc.constantFrom(
      'a',
      '12',
      '',
      ' ',
      'é',
      '"',
      '""',
      ',',
      ',,',
      ';',
      '\t',
      '\n',
      '\r\n',
      '\r',
      '\u00a0',
    );
    const table = fc
      .array(fc.array(fc.oneof(piece, fc.constant('x'), fc.constant('","')), { maxLength: 8 }), { maxLength: 60 })
      .map((rows) => rows.map((cells) => cells.join('')).join('\n'));
    const quoted = fc
      .array(fc.array(fc.string({ unit: fc.constantFrom('a', '"', '\n', ',', 'é') }), { minLength: 2, maxLength: 3 }))
      .map((rows) => rows.map((cells) => cells.map((cell) => `"${cell.replaceAll('"', '""')}"`).join(',')).join('\n'));
    const layout = fc.record({
      separator: fc.constantFrom(',', ';', '\t'),
      quote: fc.constantFrom('"', "'", ''),
      heading: fc.boolean(),
    });
    await fc.assert(
      fc.asyncProperty(fc.oneof(table, quoted), layout, fc.boolean(), async (content, change, isFirst) => {
        const file = isFirst ? `head,two\n${content}` : `x,y\r\n${content}`;
        const { wanted, found, remarks } = await bothWays(file, change);
        expect(found).toEqual(wanted);
        expect(remarks[1]).toEqual(remarks[0]);
      }),
      { numRuns: 400 },
    );
  });
});
