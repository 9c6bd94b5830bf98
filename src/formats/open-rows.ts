import type { CodebookFile } from '../core/codebook/codebook-file.js';
import { open } from 'node:fs/promises';
import { Fault } from '../core/fault.js';
import { firstBytes, type RawFile } from './bytes.js';
import { detectDelimited, openDelimited } from './delimited.js';
import { openFixed } from './fixed.js';
import { detectJson, openJsonRows } from './json-rows.js';
import type { RowSource } from './rows.js';
import type { Layout } from '../core/intake/layout.js';
import { openParquet, parquetCodebook } from './parquet-read.js';
import { detectWorkbook, openWorkbook, type SheetChoice } from './workbook.js';

/** What a file was found to be. */
export interface Detected {
  gzip: boolean;
  layout: Layout;
  /** Of a workbook: its sheets. */
  sheets: SheetChoice[];
  /** A codebook that the file brings with it. */
  codebook?: CodebookFile | undefined;
}

const REFUSED: readonly (readonly [string, string, string])[] = [
  [
    'd0cf11e0a1b11ae1',
    'is a workbook of the old binary kind, or one with a password',
    'Save it as .xlsx without a password, or as CSV.',
  ],
  ['25504446', 'is a PDF', 'Take the data in from where the document was made.'],
  ['89504e47', 'is a picture', 'Choose a data file.'],
  ['ffd8ff', 'is a picture', 'Choose a data file.'],
  ['377abcaf271c', 'is a 7z archive', 'Unpack it and send the data file.'],
  ['526172211a07', 'is a RAR archive', 'Unpack it and send the data file.'],
  ['425a68', 'is a bzip2 archive', 'Unpack it, or pack it as gzip.'],
  ['fd377a585a00', 'is an xz archive', 'Unpack it, or pack it as gzip.'],
  ['28b52ffd', 'is a zstd archive', 'Unpack it, or pack it as gzip.'],
  ['53514c69746520666f726d6174203300', 'is a database', 'Export the table as CSV or Parquet.'],
];

async function magic(path: string): Promise<string> {
  const handle = await open(path, 'r');
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(16), 0, 16, 0);
    return buffer.subarray(0, bytesRead).toString('hex');
  } finally {
    await handle.close();
  }
}

/** Finds what a file is and how it is to be read. @throws Fault for what is no table of respondents */
export async function detectLayout(path: string, name: string): Promise<Detected> {
  const head = await magic(path);
  const refused = REFUSED.find(([bytes]) => head.startsWith(bytes));
  if (refused) throw new Fault('unsupported', `${name} ${refused[1]}.`, refused[2], { file: name });
  if (head.startsWith('504b0304')) return { gzip: false, ...(await detectWorkbook(path, name)) };
  if (head.startsWith('50415231')) {
    return { gzip: false, layout: { is: 'parquet' }, sheets: [], codebook: await parquetCodebook(path, name) };
  }
  const file: RawFile = { path, name, gzip: head.startsWith('1f8b') };
  if (file.gzip) refusePacked(file, (await firstBytes(file, 16)).toString('hex'));
  if (await isMarkup(file)) {
    const mend = 'Drop a codebook together with its data file, or add it to the intake of the data.';
    throw new Fault('unsupported', `${name} is XML: a codebook, perhaps, but no data.`, mend, { file: name });
  }
  const json = await detectJson(file);
  return { gzip: file.gzip, layout: json ?? (await detectDelimited(file)), sheets: [] };
}

async function isMarkup(file: RawFile): Promise<boolean> {
  return /^\uFEFF?\s*<(\?xml|!DOCTYPE|codeBook|sss|html)/i.test((await firstBytes(file, 512)).toString('utf8'));
}

/** Only text is read out of gzip: workbooks and Parquet are packed by themselves. */
function refusePacked({ name }: RawFile, head: string): void {
  const what = head.startsWith('504b0304')
    ? 'an archive or a workbook'
    : head.startsWith('50415231')
      ? 'a Parquet file'
      : head.startsWith('1f8b')
        ? 'another gzip file'
        : null;
  if (what)
    throw new Fault('unsupported', `${name} holds ${what}, packed once more.`, 'Unpack it and send what is inside.', {
      file: name,
    });
}

/**
 * Opens a file by a layout, to read its rows in order.
 * @param most rows that are wanted, where only the first are
 * @throws Fault with the place where it cannot be read
 */
export async function openRows(file: RawFile, layout: Layout, most = Infinity): Promise<RowSource> {
  switch (layout.is) {
    case 'delimited':
      return openDelimited(file, layout);
    case 'fixed':
      return openFixed(file, layout);
    case 'json':
      return openJsonRows(file, layout, most);
    case 'workbook':
      return openWorkbook(file.path, file.name, layout);
    case 'parquet':
      return openParquet(file.path, file.name);
    case 'linked':
      throw new Error('the rows of a linked table stay in its database');
  }
}
