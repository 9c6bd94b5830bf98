import { JSONParser } from '@streamparser/json';
import { Fault } from '../core/fault.js';
import { firstBytes, openBytes, type RawFile } from './bytes.js';
import { cellText } from './cell-text.js';
import { LONGEST_ROW, type Row, type RowSource } from './rows.js';
import { type JsonRows, MOST_COLUMNS } from '../core/intake/layout.js';
import { columnNames } from './names.js';

/** A list with more parts than this is not read as one answer for each part. */
const MOST_PARTS = 100;
const ROWS_AT_ONCE = 2000;

/** Objects with their line, or their place in the array. */
interface Item {
  line: number;
  value: unknown;
}

/** Whether a text begins like rows in JSON, and of which shape; null where it does not. */
export async function detectJson(file: RawFile): Promise<JsonRows | null> {
  const text = new TextDecoder('utf-8')
    .decode(await firstBytes(file, 65_536))
    .replace(/^\uFEFF/, '')
    .trimStart();
  if (/^\[\s*(\{|\])/.test(text)) return { is: 'json', shape: 'array' };
  const [line = ''] = text.split('\n', 1);
  if (!text.startsWith('{')) return null;
  // A first line that is an object whole, or one that is too long to tell.
  return /\}\s*$/.test(line) || line.length > 60_000 ? { is: 'json', shape: 'lines' } : null;
}

function notJson(file: string, line: number, where: string, error: unknown): Fault {
  const what = error instanceof Error ? error.message.split('\n')[0]?.slice(0, 120) : '';
  return new Fault('invalid', `${file} is not JSON at ${where}: ${what ?? ''}`, 'Mend it there, or export it again.', {
    file,
    line,
  });
}

async function* linesOf(file: RawFile, chunks: AsyncIterable<Buffer>): AsyncGenerator<Item[]> {
  const decoder = new TextDecoder('utf-8');
  let text = '';
  let line = 0;
  const itemsOf = (lines: readonly string[]): Item[] =>
    lines.flatMap((content) => {
      line++;
      const plain = content.replace(/^\uFEFF/, '').trim();
      if (plain === '') return [];
      try {
        return [{ line, value: JSON.parse(plain) as unknown }];
      } catch (error) {
        throw notJson(file.name, line, `line ${line}`, error);
      }
    });
  for await (const chunk of chunks) {
    text += decoder.decode(chunk, { stream: true });
    const lines = text.split('\n');
    text = lines.pop() ?? '';
    if (text.length > LONGEST_ROW) {
      const mend = 'Write one object a line.';
      throw new Fault(
        'invalid',
        `Line ${line + lines.length + 1} of ${file.name} is longer than 32 million characters.`,
        mend,
        { file: file.name, line: line + lines.length + 1 },
      );
    }
    yield itemsOf(lines);
  }
  yield itemsOf([text + decoder.decode()]);
}

async function* elementsOf(file: RawFile, chunks: AsyncIterable<Buffer>): AsyncGenerator<Item[]> {
  let items: Item[] = [];
  let number = 0;
  let since = 0;
  const parser = new JSONParser({ paths: ['$.*'], keepStack: false });
  parser.onValue = ({ value }) => {
    since = 0;
    items.push({ line: ++number, value });
  };
  for await (const chunk of chunks) {
    // Small pieces, so that one endless element is noticed before it fills the memory.
    for (let at = 0; at < chunk.length; at += 65_536) {
      const piece = chunk.subarray(at, at + 65_536);
      since += piece.length;
      if (since > LONGEST_ROW) {
        const mend = 'Look for a text that is never closed.';
        throw new Fault(
          'invalid',
          `Element ${number + 1} of ${file.name} is longer than 32 million characters.`,
          mend,
          { file: file.name, line: number + 1 },
        );
      }
      try {
        parser.write(piece);
      } catch (error) {
        throw notJson(file.name, number + 1, `element ${number + 1}`, error);
      }
    }
    if (items.length < ROWS_AT_ONCE) continue;
    yield items;
    items = [];
  }
  if (!parser.isEnded) {
    throw notJson(file.name, number + 1, `its end, behind element ${number}`, new Error('the array is not closed.'));
  }
  yield items;
}

/** The fields of one respondent: nested objects by "outer.inner", lists of single values as numbered slots. */
function fieldsOf(value: unknown, into: Map<string, unknown>, prefix = '', depth = 0): void {
  for (const [key, inner] of Object.entries(value as Record<string, unknown>)) {
    const name = prefix + key;
    if (
      Array.isArray(inner) &&
      inner.length <= MOST_PARTS &&
      inner.every((candidate) => typeof candidate !== 'object')
    ) {
      inner.forEach((item, k) => into.set(`${name}_${k + 1}`, item));
    } else if (typeof inner === 'object' && inner !== null && !Array.isArray(inner) && depth < 5) {
      fieldsOf(inner, into, `${name}.`, depth + 1);
    } else into.set(name, inner);
  }
}

function fields(file: string, { line, value }: Item): Map<string, unknown> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    throw new Fault(
      'invalid',
      `Row ${line} of ${file} is not an object with a field for each column.`,
      'Write each respondent as {"name": value, ...}.',
      { file, line },
    );
  }
  const values = new Map<string, unknown>();
  fieldsOf(value, values);
  return values;
}

/** Slots of one list stand side by side, in their order, wherever the longest list was. */
function inPlace(names: readonly string[]): string[] {
  const stem = (name: string) => /^(.*)_\d+$/.exec(name)?.[1] ?? name;
  const groups = new Map<string, string[]>();
  for (const name of names) groups.set(stem(name), [...(groups.get(stem(name)) ?? []), name]);
  return [...groups.values()].flat();
}

/**
 * Opens rows written as JSON objects. Which fields there are is only known at the end, so the file is read twice.
 * @throws Fault with the line or element that cannot be read
 */
export async function openJsonRows(file: RawFile, layout: JsonRows, most = Infinity): Promise<RowSource> {
  const items = (chunks: AsyncIterable<Buffer>) =>
    layout.shape === 'lines' ? linesOf(file, chunks) : elementsOf(file, chunks);
  const first = openBytes(file);
  const fieldNames = new Set<string>();
  let seen = 0;
  for await (const batch of items(first.chunks)) {
    for (const item of batch) for (const name of fields(file.name, item).keys()) fieldNames.add(name);
    if (fieldNames.size > MOST_COLUMNS) {
      throw new Fault(
        'too-large',
        `${file.name} has more than ${MOST_COLUMNS.toLocaleString('en')} different fields.`,
        'Split the file.',
        { file: file.name },
      );
    }
    seen += batch.length;
    if (seen >= most) break;
  }
  const names = inPlace([...fieldNames]);
  const second = openBytes(file);
  async function* batches(): AsyncGenerator<Row[]> {
    for await (const batch of items(second.chunks)) {
      yield batch.map((item) => {
        const row = fields(file.name, item);
        return { line: item.line, cells: names.map((name) => cellText(row.get(name))) };
      });
    }
  }
  return { columns: columnNames(names), batches: batches(), share: second.share, remarks: () => [] };
}
