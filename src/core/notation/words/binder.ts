import { type Block, each, eachBlock } from '../block/block.js';
import { as, field, phrase } from '../form/compose.js';
import { text } from '../form/terms.js';
import type { WrittenBinder, WrittenItem, WrittenTable } from '../written.js';
import { tableBlock } from './table.js';

type Section = Extract<WrittenItem, { is: 'section' }>;
type Note = { is: 'note'; text: string[] };

const sectionBlock: Block<WrittenItem> = {
  name: 'section',
  is: (item: WrittenItem) => item.is === 'section',
  head: phrase<Section>({ is: 'section' }, 'section', field('title', text)) as never,
  entries: [],
};

/** A note: a line in quotes for each of its lines. */
const noteBlock: Block<Note> = {
  name: 'note',
  is: (item: WrittenItem) => item.is === 'note',
  head: phrase<Note>({ is: 'note', text: [] }, 'note'),
  entries: [each<Note, 'text'>('text', text)],
};

/** A table as an item of a binder. */
const tableItem: Block<WrittenItem> = {
  name: 'table',
  is: (item: WrittenItem) => item.is === 'table',
  head: as<WrittenTable, WrittenItem>(
    tableBlock.head,
    (table) => ({ is: 'table', table }),
    (item) => (item.is === 'table' ? item.table : undefined),
  ),
  entries: tableBlock.entries.map((entry) => ({
    ...entry,
    read: (line, cursor, reader, into) => into.is === 'table' && entry.read(line, cursor, reader, into.table),
    print: (item, speaker) => (item.is === 'table' ? entry.print(item.table, speaker) : []),
  })),
  finish: (item, refuse, place) => {
    if (item.is !== 'table') return item;
    const table = tableBlock.finish!(item.table, refuse, place);
    return table && { is: 'table', table };
  },
};

/** A binder: what is handed over together, in the order of the report. */
export const binderBlock: Block<WrittenBinder> = {
  name: 'binder',
  head: phrase<WrittenBinder>({ items: [] }, 'binder', field('name', text)),
  entries: [eachBlock<WrittenBinder, 'items'>('items', sectionBlock, noteBlock as never, tableItem)],
};
