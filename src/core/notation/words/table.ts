import { type Block, each, eachBlock, once } from '../block/block.js';
import { behindWords, field, phrase } from '../form/compose.js';
import { text } from '../form/terms.js';
import type { WrittenTable } from '../written.js';
import { codeHere, levelHere } from './code-here.js';
import { rowMoreBlock } from './row-more.js';
import { sentenceForm } from './sentence.js';
import { shownEntries } from './shown.js';

/** A table that is kept: its sentence, and what of it is shown. */
export const tableBlock: Block<WrittenTable> = {
  name: 'table',
  head: phrase<WrittenTable>(
    { hatch: true, more: [], codes: [], levels: [] },
    'table',
    field('sentence', sentenceForm),
  ),
  entries: [
    once('title', behindWords('called', text)),
    eachBlock<WrittenTable, 'more'>('more', rowMoreBlock),
    each<WrittenTable, 'codes'>('codes', codeHere),
    each<WrittenTable, 'levels'>('levels', levelHere),
    ...shownEntries,
  ],
  finish: (read, refuse, place) => {
    const { rows } = read.sentence;
    read.more.forEach(({ row }) => {
      if (row < 1 || row > rows.length)
        refuse(`The table has no row ${row}.`, `It has ${rows.length}; they are counted from 1.`);
    });
    return { ...read, place };
  },
};
