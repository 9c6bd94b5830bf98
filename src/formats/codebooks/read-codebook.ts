import { readFile, stat } from 'node:fs/promises';
import { Fault } from '../../core/fault.js';
import { decoding } from '../encoding.js';
import { checkedCodebook } from '../../core/codebook/checked-codebook.js';
import { readDdi } from './ddi-read.js';
import { MOST_CODEBOOK_BYTES, type ReadCodebook } from './sent.js';
import { readDelimitedCodebook, readWorkbookCodebook } from './sheet-read.js';
import { readTree } from './tree.js';
import { readTripleS } from './triple-s-read.js';

const XML_ENCODING = /^<\?xml[^>]*?encoding=["']([A-Za-z0-9._-]+)["']/;

function decoded(bytes: Buffer, file: string): { text: string; declared: string | null } {
  if (bytes[0] === 0xff && bytes[1] === 0xfe)
    return {
      text: decoding('utf-16le')
        .write(bytes)
        .replace(/^\uFEFF/, ''),
      declared: null,
    };
  if (bytes[0] === 0xfe && bytes[1] === 0xff)
    return {
      text: decoding('utf-16be')
        .write(bytes)
        .replace(/^\uFEFF/, ''),
      declared: null,
    };
  const declared = XML_ENCODING.exec(bytes.subarray(0, 200).toString('latin1'))?.[1]?.toLowerCase() ?? null;
  try {
    if (declared === null || declared === 'utf-8')
      return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), declared };
    return { text: decoding(declared === 'iso-8859-1' ? 'windows-1252' : declared).write(bytes), declared };
  } catch {
    throw new Fault(
      'invalid',
      `${file} is not written in the encoding it declares (${declared ?? 'UTF-8'}).`,
      'Save it as UTF-8.',
      { file },
    );
  }
}

/**
 * Reads a codebook sent beside a data file: DDI-Codebook, Triple-S, a table in delimited text or a workbook, or a
 * codebook in our own JSON. Whatever it is, what it says is checked.
 * @throws Fault where it is none of these
 */
export async function readCodebook(path: string, file: string): Promise<ReadCodebook> {
  const read = await readAny(path, file);
  return { ...read, codebook: checkedCodebook(read.codebook, file) };
}

/** A codebook as it is read, before it is checked. */
async function readAny(path: string, file: string): Promise<Omit<ReadCodebook, 'codebook'> & { codebook: unknown }> {
  const { size } = await stat(path);
  if (size > MOST_CODEBOOK_BYTES)
    throw new Fault(
      'too-large',
      `${file} is larger than ${MOST_CODEBOOK_BYTES / 1024 ** 2} MiB.`,
      'Choose a codebook, not data.',
      { file },
    );
  const bytes = await readFile(path);
  if (bytes.subarray(0, 4).toString('hex') === '504b0304') return readWorkbookCodebook(path, file);
  const first = bytes
    .subarray(0, 512)
    .toString('latin1')
    .replace(/^\u00EF\u00BB\u00BF|^\u00FF\u00FE|^\u00FE\u00FF/, '')
    .replaceAll('\0', '')
    .trimStart();
  if (!first.startsWith('{') && !first.startsWith('<')) return readDelimitedCodebook(path, file);
  const { text, declared } = decoded(bytes, file);
  if (/^\s*\{/.test(text)) {
    try {
      return { kind: 'JSON', codebook: JSON.parse(text) as unknown, data: null, remarks: [] };
    } catch (error) {
      throw new Fault(
        'invalid',
        `${file} is not JSON: ${error instanceof Error ? error.message : ''}.`,
        'Mend it there.',
        { file },
      );
    }
  }
  const root = readTree(text, file);
  if (root.name === 'codeBook') return readDdi(root, file);
  if (root.name === 'sss') return readTripleS(root, file, declared);
  throw new Fault(
    'unsupported',
    `${file} is XML, but neither DDI-Codebook nor Triple-S: it begins with <${root.name}>.`,
    'Choose a codebook in DDI, Triple-S, CSV, .xlsx or JSON.',
    { file, line: root.line },
  );
}
