import { parquetWriteBuffer } from 'hyparquet-writer';
import { describe, expect, it } from 'vitest';
import { cellAt } from './cell-block.js';
import { raw, read } from './files.fixtures.js';
import { openRows } from './open-rows.js';

describe('Parquet', () => {
  const columns = [
    { name: 'id', data: [1n, 2n, 3n], type: 'INT64' as const },
    { name: 'site', data: ['Mill Row', null, 'Łódź 🌱'], type: 'STRING' as const },
    { name: 'w', data: [0.1, 1 / 3, NaN], type: 'DOUBLE' as const },
    { name: 'on', data: [true, false, null], type: 'BOOLEAN' as const },
    {
      name: 'came',
      data: [new Date('2026-11-01'), new Date('2026-11-01T10:30:00Z'), null],
      type: 'TIMESTAMP' as const,
    },
  ];
  it('keeps its names, texts, numbers to the last digit, days and blanks', async () => {
    const { names, cells, layout } = await read(
      new Uint8Array(parquetWriteBuffer({ columnData: columns, rowGroupSize: 2 })),
    );
    expect(layout).toEqual({ is: 'parquet' });
    expect(names).toEqual(['id', 'site', 'w', 'on', 'came']);
    expect(cells).toEqual([
      ['1', 'Mill Row', '0.1', 'true', '2026-11-01'],
      ['2', '', String(1 / 3), 'false', '2026-11-01T10:30:00Z'],
      ['3', 'Łódź 🌱', '', '', ''],
    ]);
  });
  it('gives column by column what it gives row by row', async () => {
    const file = raw(new Uint8Array(parquetWriteBuffer({ columnData: columns, rowGroupSize: 2 })));
    const { groups } = await openRows(file, { is: 'parquet' });
    const cells: string[][] = [];
    for (const { rows, column } of groups!()) {
      const readers = await Promise.all(columns.map(async (_, k) => cellAt(await column(k), k)));
      for (let row = 0; row < rows; row++) cells.push(readers.map((cellOf) => cellOf(row)));
    }
    expect(cells).toEqual((await read(new Uint8Array(parquetWriteBuffer({ columnData: columns })))).cells);
  });

  it('is refused where it is damaged', async () => {
    const bytes = new Uint8Array(parquetWriteBuffer({ columnData: columns }));
    await expect(read(bytes.slice(0, bytes.length - 9))).rejects.toThrow('damaged Parquet file');
    const scratched = bytes.slice();
    scratched.fill(255, 4, 60);
    await expect(read(scratched)).rejects.toThrow('damaged Parquet file');
  });
});
