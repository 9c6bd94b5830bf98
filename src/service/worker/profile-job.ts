import {
  type ColumnProfile,
  emptyProfile,
  profileCell,
  type Understanding,
  understand,
} from '../../core/codebook/understand.js';
import { Fault } from '../../core/fault.js';
import { columnNames, detectDialect, type Dialect, readRows } from '../../formats/csv-read.js';

export interface ProfileJob {
  path: string;
  /** The file's name, for messages. */
  file: string;
}

export interface ProfiledColumn extends Understanding {
  name: string;
  filled: number;
  blank: number;
}

export interface Profiled {
  dialect: Dialect;
  respondents: number;
  columns: ProfiledColumn[];
  /** The first rows as they stand. */
  sample: string[][];
}

const MOST_COLUMNS = 5_000;
const SAMPLE_ROWS = 20;
const RAGGED_NAMED = 5;

/** Reads a file once and says what is in each column. @throws Fault naming the line that cannot be read */
export async function profileFile({ path, file }: ProfileJob): Promise<Profiled> {
  const dialect = await detectDialect(path, file);
  let profiles: ColumnProfile[] | null = null;
  let notes = new Map<number, string>();
  const sample: string[][] = [];
  const ragged: { line: number; cells: number }[] = [];
  let raggedRows = 0;
  let respondents = 0;
  for await (const batch of readRows(path, file, dialect)) {
    for (const { line, cells } of batch) {
      if (profiles === null) {
        checkHeading(cells, file, line);
        const named = columnNames(cells);
        profiles = named.names.map(emptyProfile);
        notes = named.notes;
        continue;
      }
      if (cells.length !== profiles.length) {
        raggedRows++;
        if (ragged.length < RAGGED_NAMED) ragged.push({ line, cells: cells.length });
        continue;
      }
      respondents++;
      if (sample.length < SAMPLE_ROWS) sample.push(cells.map((cell) => cell.slice(0, 200)));
      for (let k = 0; k < cells.length; k++) profileCell(profiles[k]!, cells[k]!.trim());
    }
  }
  const width = profiles?.length ?? 0;
  if (raggedRows > 0) throw raggedFault(file, width, raggedRows, ragged);
  if (!profiles || respondents === 0) {
    throw new Fault(
      'invalid',
      `${file} has a heading line but no respondents.`,
      'Add the data lines under the heading, or choose another file.',
      { file, line: 2 },
    );
  }
  return {
    dialect,
    respondents,
    sample,
    columns: profiles.map((profile, k) => {
      const understood = understand(profile);
      const note = notes.get(k);
      return {
        ...understood,
        notes: note === undefined ? understood.notes : [note, ...understood.notes],
        name: profile.name,
        filled: profile.filled,
        blank: profile.blank,
      };
    }),
  };
}

function checkHeading(cells: readonly string[], file: string, line: number): void {
  if (cells.length > MOST_COLUMNS) {
    throw new Fault(
      'too-large',
      `${file} has ${cells.length.toLocaleString('en')} columns; ${MOST_COLUMNS.toLocaleString('en')} is the most.`,
      'Split the file.',
      { file, line },
    );
  }
}

function raggedFault(
  file: string,
  width: number,
  rows: number,
  first: readonly { line: number; cells: number }[],
): Fault {
  const named = first.map(({ line, cells }) => `line ${line} has ${cells}`).join(', ');
  const { line, cells } = first[0] ?? { line: 1, cells: 0 };
  return new Fault(
    'invalid',
    `${rows === 1 ? 'One row' : `${rows.toLocaleString('en')} rows`} of ${file} ${rows === 1 ? 'does' : 'do'} not have the heading's ${width} cells: ${named}${rows > first.length ? ', ...' : ''}.`,
    'A separator inside a text needs quotes around the text; a missing cell needs its separator.',
    { file, line, column: Math.min(cells, width) + 1 },
  );
}
