import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { Fault } from '../core/fault.js';
import { LONGEST_ROW } from './rows.js';

export type Attributes = Readonly<Record<string, string>>;

export interface XmlHandlers {
  /** A tag by its name without a prefix. */
  open: (name: string, attributes: Attributes, line: number) => void;
  text: (text: string) => void;
  close: (name: string) => void;
  /** A processing instruction. */
  instruction?: ((target: string, body: string) => void) | undefined;
}

const MOST_DEPTH = 200;

const localName = (name: string) => name.slice(name.indexOf(':') + 1);

/**
 * Reads XML piece by piece. Nothing outside the file is ever fetched, and entities that the file declares are refused:
 * the open standards that are read here need none.
 * @throws Fault with the line where it is not well-formed
 */
export function xmlReader(file: string, handlers: XmlHandlers): { write: (text: string) => void; end: () => void } {
  const parser = new SaxesParser({ xmlns: false, position: true });
  let depth = 0;
  const place = () => ({ file, line: parser.line, column: parser.column });
  parser.on('error', (error) => {
    const what = error.message.replace(/^.*?\d+:\d+: /, '').replace(/\.$/, '');
    const mend = 'Mend the XML there, or export it again.';
    throw new Fault('invalid', `${file} is not well-formed XML at line ${parser.line}: ${what}.`, mend, place());
  });
  parser.on('doctype', (doctype) => {
    if (!/<!ENTITY/i.test(doctype)) return;
    const mend = 'Write the text out in full and take the entities out.';
    throw new Fault('unsupported', `${file} declares entities of its own; such a file is not read.`, mend, place());
  });
  parser.on('opentag', ({ name, attributes }: SaxesTagPlain) => {
    if (++depth > MOST_DEPTH)
      throw new Fault(
        'invalid',
        `The tags of ${file} are nested deeper than ${MOST_DEPTH}.`,
        'Export it again.',
        place(),
      );
    const plain = Object.fromEntries(Object.entries(attributes).map(([key, value]) => [localName(key), value]));
    handlers.open(localName(name), plain, parser.line);
  });
  parser.on('text', (text) => handlers.text(text));
  parser.on('cdata', (text) => handlers.text(text));
  parser.on('closetag', ({ name }: SaxesTagPlain) => {
    depth--;
    handlers.close(localName(name));
  });
  const { instruction } = handlers;
  if (instruction) parser.on('processinginstruction', ({ target, body }) => instruction(target, body));
  // Text is handed over whole, so how much of it may come without a tag is bounded.
  let since = 0;
  const write = (text: string) => {
    const tag = text.lastIndexOf('<');
    since = tag < 0 ? since + text.length : text.length - tag;
    if (since > LONGEST_ROW) {
      const what = `${file} has a text of more than 32 million characters at line ${parser.line}.`;
      throw new Fault('too-large', what, 'Take it out, or save the data as CSV.', place());
    }
    parser.write(text);
  };
  return { write, end: () => void parser.close() };
}
