import { asyncBufferFromFile, parquetMetadataAsync, parquetRead, parquetSchema, type FileMetaData } from 'hyparquet';
import { compressors } from 'hyparquet-compressors';
import { Fault } from '../core/fault.js';
import { cellText } from './cell-text.js';
import type { ColumnValues, Row, RowGroup, RowSource } from './rows.js';
import { MOST_COLUMNS } from '../core/intake/layout.js';
import type { CodebookFile } from '../core/codebook/codebook-file.js';
import { checkedCodebook } from '../core/codebook/checked-codebook.js';
import { columnNames } from './names.js';
import { CODEBOOK_KEY } from './parquet-write.js';

/** Cells that are unpacked at once. */
const CELLS_AT_ONCE = 2_000_000;
/** A row group is unpacked in memory: this many bytes of one column at most. */
const MOST_COLUMN_BYTES = 1024 ** 3;

function damaged(file: string, error: unknown): Fault {
  const what = error instanceof Error ? error.message.replace(/^parquet /, '') : 'it cannot be read';
  return new Fault('invalid', `${file} is a damaged Parquet file: ${what}.`, 'Write or fetch it again.', { file });
}

/** The file's own description of itself. @throws Fault where it is damaged */
async function parquetHead(path: string, file: string): Promise<FileMetaData> {
  try {
    return await parquetMetadataAsync(await asyncBufferFromFile(path));
  } catch (error) {
    throw damaged(file, error);
  }
}

/** The codebook that a Parquet file of ours brings with it, checked; undefined where it has none. */
export async function parquetCodebook(path: string, file: string): Promise<CodebookFile | undefined> {
  const { key_value_metadata: words } = await parquetHead(path, file);
  const text = words?.find(({ key }) => key === CODEBOOK_KEY)?.value;
  if (text === undefined) return undefined;
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return undefined;
  }
  return checkedCodebook(json, file);
}

/** The names of a file's columns. @throws Fault where its description of itself is damaged */
function columnsIn(metadata: FileMetaData, file: string): string[] {
  try {
    const names = parquetSchema(metadata).children.map(({ element }) => element.name);
    // What is damaged is not of the shape that its type says.
    if (names.every((name) => typeof name === 'string')) return names;
  } catch {
    // It is told below.
  }
  throw damaged(file, new Error('its columns have no names'));
}

/** A file that is being read: its path, its name, and what it says of itself. */
interface Opened {
  path: string;
  file: string;
  metadata: FileMetaData;
}

/** A column of a row group, unpacked once: of all of its columns together there may be too much. */
async function columnOf(
  { path, file, metadata }: Opened,
  name: string,
  rowStart: number,
  rowEnd: number,
): Promise<ColumnValues> {
  const pieces: ArrayLike<unknown>[] = [];
  try {
    await parquetRead({
      file: await asyncBufferFromFile(path),
      metadata,
      compressors,
      columns: [name],
      rowStart,
      rowEnd,
      onChunk: ({ columnData }) => void pieces.push(columnData),
    });
  } catch (error) {
    throw damaged(file, error);
  }
  const rows = pieces.reduce((sum, piece) => sum + piece.length, 0);
  if (rows !== rowEnd - rowStart)
    throw damaged(file, new Error(`${name} has ${rows} of the ${rowEnd - rowStart} rows from ${rowStart + 1} on`));
  const [first] = pieces;
  return { cells: pieces.length === 1 && first ? first : pieces.flatMap((piece) => Array.from(piece)) };
}

/** @throws Fault where a row group unpacks to more than is held in memory */
function refuseLarge(metadata: FileMetaData, file: string): void {
  for (const group of metadata.row_groups) {
    for (const { meta_data: column } of group.columns) {
      if (Number(column?.total_uncompressed_size ?? 0) <= MOST_COLUMN_BYTES) continue;
      throw new Fault(
        'too-large',
        `A row group of ${file} unpacks to more than 1 GiB in the column ${column?.path_in_schema.join('.') ?? ''}.`,
        'Write the file with smaller row groups.',
        { file },
      );
    }
  }
}

/** Opens a Parquet file. @throws Fault where it is damaged or unpacks to too much at once */
export async function openParquet(path: string, file: string): Promise<RowSource> {
  const metadata = await parquetHead(path, file);
  const names = columnsIn(metadata, file);
  if (names.length > MOST_COLUMNS) {
    throw new Fault(
      'too-large',
      `${file} has ${names.length.toLocaleString('en')} columns; ${MOST_COLUMNS.toLocaleString('en')} is the most.`,
      'Split the file.',
      { file },
    );
  }
  refuseLarge(metadata, file);
  const total = Number(metadata.num_rows);
  const source = { path, file, metadata };
  let read = 0;
  async function* batches(): AsyncGenerator<Row[]> {
    const buffer = await asyncBufferFromFile(path);
    const most = Math.max(1000, Math.floor(CELLS_AT_ONCE / Math.max(1, names.length)));
    let from = 0;
    for (const group of metadata.row_groups) {
      const end = from + Number(group.num_rows);
      for (let rowStart = from; rowStart < end; rowStart += most) {
        const rowEnd = Math.min(end, rowStart + most);
        const rows: unknown[][] = [];
        try {
          await parquetRead({
            file: buffer,
            metadata,
            compressors,
            rowStart,
            rowEnd,
            useOffsetIndex: true,
            onComplete: (chunks: unknown[][]) => {
              for (const row of chunks) rows.push(row);
            },
          });
        } catch (error) {
          throw damaged(file, error);
        }
        if (rows.length !== rowEnd - rowStart) {
          throw damaged(
            file,
            new Error(`it has ${rows.length} of the ${rowEnd - rowStart} rows from ${rowStart + 1} on`),
          );
        }
        read = rowEnd;
        yield rows.map((cells, k) => ({ line: rowStart + k + 1, cells: names.map((_, j) => cellText(cells[j])) }));
      }
      from = end;
    }
  }
  function* groups(): Generator<RowGroup> {
    let from = 0;
    for (const group of metadata.row_groups) {
      const start = from;
      from += Number(group.num_rows);
      const end = from;
      if (end === start) continue;
      yield { rows: end - start, column: (position) => columnOf(source, names[position]!, start, end) };
      read = end;
    }
  }
  const columns = columnNames(names);
  // Two columns of one name are told apart only in rows.
  const isPlain = new Set(names).size === names.length;
  return {
    columns,
    batches: batches(),
    ...(isPlain ? { groups } : {}),
    share: () => (total === 0 ? 1 : read / total),
    remarks: () => [],
  };
}
