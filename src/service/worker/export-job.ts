import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import yazl from 'yazl';
import type { CodebookFile, FileVariable } from '../../core/codebook/codebook-file.js';
import { fileCodes } from '../../core/codebook/file-codes.js';
import type { ExportKind } from '../../core/intake/export-kinds.js';
import { parseNumber } from '../../core/codebook/number.js';
import { writeDdi } from '../../formats/codebooks/ddi-write.js';
import { writeTripleS } from '../../formats/codebooks/triple-s-write.js';
import type { WrittenColumn, WrittenStudy } from '../../formats/codebooks/written.js';
import { type DataCell, dataLine } from '../../formats/data-write.js';
import { parquetFile } from '../../formats/parquet-write.js';
import { type CellReader, cellReader } from '../../store/cells.js';
import { columnCodes, columnRow, isCoded } from '../../store/columns.js';
import { type Db, readStudyFile } from '../../store/open.js';

export interface ExportJob {
  file: string;
  kind: ExportKind;
  /** A folder of its own, which is filled. */
  folder: string;
  /** Of the file, without an ending. */
  name: string;
  respondents: number;
  codebook: CodebookFile;
  /** Variables with one answer a respondent, in order. */
  columns: { variable: FileVariable; column: number }[];
}

const ROWS_AT_ONCE = 8192;
/** Rows of a Parquet file that are packed together. */
const GROUP = 65_536;

interface OpenColumn extends WrittenColumn {
  read: CellReader;
  /** All values are numbers, and spelled as numbers are. */
  isNumber: boolean;
}

function openColumn(db: Db, { variable, column }: ExportJob['columns'][number], codebook: CodebookFile): OpenColumn {
  const { storage } = columnRow(db, column);
  const listed = columnCodes(db, column);
  const codes = fileCodes(variable, codebook);
  const numbers = listed.map(({ code }) => parseNumber(code));
  const coded = isCoded(storage);
  const isNumber = coded
    ? listed.length > 0 && listed.every(({ code }, k) => String(numbers[k]) === code)
    : storage === 'number' && listed.length === 0;
  const answers = coded && isNumber ? numbers.filter((value) => value !== null) : [];
  const range = answers.length > 0 ? { from: Math.min(...answers), to: Math.max(...answers) } : null;
  return {
    variable,
    codes,
    respondents: new Map(coded ? listed.map(({ code, respondents }) => [code, respondents]) : []),
    range: isNumber ? range : null,
    longest: 0,
    isNumber,
    read: cellReader(db, column),
  };
}

/** Notes how long and how large the values of a column are, for codebooks that must say so. */
function measure(column: OpenColumn, cells: readonly DataCell[]): void {
  for (const cell of cells) {
    if (cell === null) continue;
    if (typeof cell === 'string') column.longest = Math.max(column.longest, cell.length);
    else if (column.isNumber) {
      column.range ??= { from: cell, to: cell };
      if (cell < column.range.from) column.range.from = cell;
      if (cell > column.range.to) column.range.to = cell;
    }
  }
}

async function writeData(path: string, columns: readonly OpenColumn[], respondents: number): Promise<void> {
  function* lines() {
    yield dataLine(columns.map(({ variable }) => variable.name));
    for (let from = 0; from < respondents; from += ROWS_AT_ONCE) {
      const to = Math.min(respondents, from + ROWS_AT_ONCE);
      const values = columns.map((column) => {
        const cells = column.read(from, to);
        measure(column, cells);
        return cells;
      });
      let text = '';
      for (let k = 0; k < to - from; k++) text += dataLine(values.map((cells) => cells[k]!));
      yield Buffer.from(text);
    }
  }
  await pipeline(Readable.from(lines()), createWriteStream(path));
}

function writeParquet(path: string, columns: readonly OpenColumn[], { respondents, codebook }: ExportJob): void {
  const named = columns.map(({ variable, isNumber }) => ({ name: variable.name, isNumber }));
  const file = parquetFile(path, named, JSON.stringify(codebook));
  for (let from = 0; from < respondents; from += GROUP) {
    const to = Math.min(respondents, from + GROUP);
    file.write(
      columns.map(({ read, isNumber }) =>
        read(from, to).map((cell) => (isNumber && cell !== null ? Number(cell) : cell)),
      ),
    );
  }
  file.finish();
}

/** Writes a study's data with its codebook. @returns the file's name in the folder */
export async function exportStudy(job: ExportJob): Promise<string> {
  const { folder, name, kind, respondents, codebook } = job;
  const db = readStudyFile(job.file);
  try {
    const columns = job.columns.map((column) => openColumn(db, column, codebook));
    if (kind === 'parquet') {
      writeParquet(join(folder, `${name}.parquet`), columns, job);
      return `${name}.parquet`;
    }
    const dataFile = `${name}.csv`;
    const data = join(folder, dataFile);
    await writeData(data, columns, respondents);
    const study: WrittenStudy = {
      name: codebook.name ?? name,
      subtitle: codebook.subtitle ?? '',
      dataFile,
      respondents,
      codebook,
      columns,
    };
    const text = kind === 'ddi' ? writeDdi(study) : writeTripleS(study, new Date());
    const zip = new yazl.ZipFile();
    zip.addFile(data, dataFile);
    zip.addBuffer(Buffer.from(text), `${name}-codebook.xml`);
    zip.end();
    await pipeline(zip.outputStream, createWriteStream(join(folder, `${name}.zip`)));
    await rm(data);
    return `${name}.zip`;
  } finally {
    db.close();
  }
}
