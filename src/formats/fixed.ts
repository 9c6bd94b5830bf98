import { Fault } from '../core/fault.js';
import { openBytes, type RawFile } from './bytes.js';
import { decoding } from './encoding.js';
import { LONGEST_ROW, type Row, type RowSource } from './rows.js';
import { type FixedWidth } from '../core/intake/layout.js';

/** Opens a file whose columns each stand at their place in the line. A line that ends early has blanks at its end. */
export function openFixed(file: RawFile, layout: FixedWidth): RowSource {
  const bytes = openBytes(file);
  const decoder = decoding(layout.encoding);
  async function* batches(): AsyncGenerator<Row[]> {
    let text = '';
    let line = 0;
    const rowOf = (content: string): Row[] => {
      line++;
      if (line <= layout.skip || content.trim() === '') return [];
      return [{ line, cells: layout.fields.map(({ start, width }) => content.slice(start - 1, start - 1 + width)) }];
    };
    for await (const chunk of bytes.chunks) {
      text += decoder.write(chunk);
      const lines = text.split(/\r?\n/);
      text = lines.pop() ?? '';
      if (text.length > LONGEST_ROW) {
        const mend = 'See whether this is the data file that the codebook describes.';
        throw new Fault(
          'invalid',
          `Line ${line + lines.length + 1} of ${file.name} is longer than 32 million characters.`,
          mend,
          { file: file.name, line: line + lines.length + 1 },
        );
      }
      yield lines.flatMap(rowOf);
    }
    text += decoder.end();
    if (text !== '') yield rowOf(text);
  }
  return {
    columns: layout.fields.map(({ name }) => ({ name, note: null })),
    batches: batches(),
    share: bytes.share,
    remarks: () => [],
  };
}
