import type { SchemaElement } from 'hyparquet';
import { fileWriter, ParquetWriter } from 'hyparquet-writer';
import type { DataCell } from './data-write.js';

/** Where a Parquet file says what its columns mean: a codebook in our own JSON. */
export const CODEBOOK_KEY = 'hatch-count:codebook';

export interface ParquetColumn {
  name: string;
  /** Numbers only; else text. */
  isNumber: boolean;
}

/** Writes a Parquet file, a group of rows at a time. */
export function parquetFile(path: string, columns: readonly ParquetColumn[], codebook: string) {
  const schema: SchemaElement[] = [
    { name: 'root', num_children: columns.length },
    ...columns.map(({ name, isNumber }): SchemaElement =>
      isNumber
        ? { name, type: 'DOUBLE', repetition_type: 'OPTIONAL' }
        : { name, type: 'BYTE_ARRAY', converted_type: 'UTF8', repetition_type: 'OPTIONAL' },
    ),
  ];
  const writer = fileWriter(path);
  const parquet = new ParquetWriter({
    writer,
    schema,
    kvMetadata: [{ key: CODEBOOK_KEY, value: codebook }],
    createdBy: 'Hatch Count',
  });
  return {
    /** Columns of values, all of the same length. */
    write: (values: readonly (readonly DataCell[])[]) => {
      const columnData = columns.map(({ name, isNumber }, k) => ({
        name,
        data: values[k]!.map((cell) => (cell === null ? undefined : isNumber ? cell : String(cell))),
      }));
      void parquet.write({ columnData, rowGroupSize: values[0]?.length ?? 1 });
    },
    finish: () => void parquet.finish(),
  };
}
