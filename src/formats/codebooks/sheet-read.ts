import type { CodebookFile, FileVariable } from '../../core/codebook/codebook-file.js';
import { codebookFromRows, type RowsRead, type SheetRow } from '../../core/codebook/sheet/codebook-from-rows.js';
import { Fault } from '../../core/fault.js';
import { detectDelimited, openDelimited, SEPARATORS } from '../delimited.js';
import type { RowSource } from '../rows.js';
import { detectWorkbook, openWorkbook } from '../workbook.js';
import type { ReadCodebook } from './sent.js';

/** A codebook of more lines is data. */
const MOST_LINES = 200_000;
const HEADINGS =
  'It needs a heading line that names the variables ("Variable", "Name") and what is said of them ("Label", ' +
  '"Question", ' +
  '"Values", "Code", "Missing"): one line a variable, or one line a code.';

async function rowsOf({ batches }: RowSource, file: string): Promise<SheetRow[]> {
  const rows: SheetRow[] = [];
  for await (const batch of batches) {
    rows.push(...batch.map(({ line, cells }) => ({ line, cells })));
    if (rows.length <= MOST_LINES) continue;
    throw new Fault(
      'too-large',
      `${file} has more than ${MOST_LINES.toLocaleString('en')} lines: it is data, and no codebook.`,
      'Choose a codebook.',
      { file },
    );
  }
  return rows;
}

/** What two sheets say of the same variables, together; of what both say the first counts. */
function joined(variables: readonly FileVariable[]): FileVariable[] {
  const byName = new Map<string, FileVariable>();
  for (const variable of variables) byName.set(variable.name, { ...variable, ...byName.get(variable.name) });
  return [...byName.values()];
}

function together(read: readonly RowsRead[]): CodebookFile {
  const marks = Object.assign({}, ...[...read].reverse().map(({ codebook }) => codebook.marks ?? {})) as NonNullable<
    CodebookFile['marks']
  >;
  const variables = joined(read.flatMap(({ codebook }) => codebook.variables));
  return { variables, ...(Object.keys(marks).length > 0 ? { marks } : {}) };
}

/** Reads a codebook that is delimited text. @throws Fault where it is none */
export async function readDelimitedCodebook(path: string, file: string): Promise<ReadCodebook> {
  const raw = { path, name: file, gzip: false };
  const layout = await detectDelimited(raw);
  // A title above the heading may hide which sign divides the cells.
  for (const separator of new Set([layout.separator, ...SEPARATORS])) {
    const source = await openDelimited(raw, { ...layout, separator, heading: false });
    const read = codebookFromRows(await rowsOf(source, file));
    if (read) return { kind: `CSV, ${read.shape}`, codebook: read.codebook, data: null, remarks: read.remarks };
  }
  throw new Fault('unsupported', `${file} was not understood as a codebook.`, HEADINGS, { file });
}

/** Reads a codebook that is a workbook: from each of its sheets that is one. @throws Fault where none is */
export async function readWorkbookCodebook(path: string, file: string): Promise<ReadCodebook> {
  const { sheets } = await detectWorkbook(path, file);
  const read: (RowsRead & { sheet: string })[] = [];
  for (const { name: sheet, hidden } of sheets) {
    if (hidden) continue;
    const source = await openWorkbook(path, file, { is: 'workbook', sheet, range: null, heading: false }).catch(
      noCells,
    );
    const codebook = source && codebookFromRows(await rowsOf(source, file));
    if (codebook) read.push({ ...codebook, sheet });
  }
  const [first, second] = read;
  if (!first) throw new Fault('unsupported', `No sheet of ${file} was understood as a codebook.`, HEADINGS, { file });
  const shape = second ? `sheets ${read.map(({ sheet }) => sheet).join(', ')}` : `sheet ${first.sheet}, ${first.shape}`;
  const remarks = read.flatMap(({ sheet, remarks: words }) =>
    words.map((text) => (second ? `${sheet}, ${text}` : text)),
  );
  return { kind: `Workbook, ${shape}`, codebook: together(read), data: null, remarks };
}

/** A sheet without cells says nothing. */
function noCells(error: unknown): null {
  if (error instanceof Fault) return null;
  throw error;
}
