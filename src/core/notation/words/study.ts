import type { SizeWord } from '../../study/settings-shape.js';
import { type Block, each, eachBlock, type Entry, once, onceBlock } from '../block/block.js';
import { behindWords, field, flag, maybe, phrase } from '../form/compose.js';
import { newName, number, text } from '../form/terms.js';
import type { WrittenHead, WrittenList, WrittenStudy } from '../written.js';
import { binderBlock } from './binder.js';
import { codeLine } from './code-line.js';
import { codingsBlock } from './codings.js';
import { variableBlock } from './variable.js';

const sizeWord = phrase<SizeWord>({}, 'from', field('least', number), 'say', field('word', text));

const headBlock: Block<WrittenHead> = {
  name: 'study',
  head: phrase<WrittenHead>({ subtitle: '', sizeWords: [] }, 'study', field('name', text)),
  entries: [
    once('subtitle', behindWords('about', text), ({ subtitle }) => subtitle === ''),
    each<WrittenHead, 'sizeWords'>('sizeWords', sizeWord),
  ],
};

const listBlock: Block<WrittenList> = {
  name: 'code list',
  head: phrase<WrittenList>(
    { kept: false, codes: [] },
    'code list',
    field('name', newName),
    maybe(({ kept }) => kept, ',', field('kept', flag('kept'))),
  ),
  entries: [each<WrittenList, 'codes'>('codes', codeLine)],
};

/** All that a text can say, in the order in which it is printed. */
export const studyEntries: readonly Entry<WrittenStudy>[] = [
  onceBlock<WrittenStudy, 'head'>('head', headBlock),
  eachBlock<WrittenStudy, 'lists'>('lists', listBlock),
  eachBlock<WrittenStudy, 'variables'>('variables', variableBlock),
  eachBlock<WrittenStudy, 'codings'>('codings', codingsBlock),
  eachBlock<WrittenStudy, 'binders'>('binders', binderBlock),
];
