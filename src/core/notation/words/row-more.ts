import { type Net, type PARTS } from '../../table/net.js';
import { type Block, each, once } from '../block/block.js';
import { behindWords, field, listOf, maybe, oneOf, phrase } from '../form/compose.js';
import { codeOf, text, variableName, whole } from '../form/terms.js';
import type { WrittenRowMore } from '../written.js';
import { figuresForm } from './figures.js';

const PARTS_WORDS: Record<(typeof PARTS)[number], string> = {
  under: 'parts under it',
  over: 'parts over it',
  hidden: 'without its parts',
};

const net = phrase<Net>(
  {},
  'net',
  field('label', text),
  'of',
  field('codes', listOf(codeOf, ',')),
  maybe(({ parts }) => parts !== undefined, ',', field('parts', oneOf(PARTS_WORDS))),
);

/** What is wanted of a row beyond its sentence: `row 2 site`. */
export const rowMoreBlock: Block<WrittenRowMore> = {
  name: 'row',
  head: phrase<WrittenRowMore>({}, 'row', field('row', whole), field('of', variableName)),
  entries: [
    once('label', behindWords('called', text)),
    each<WrittenRowMore, 'nets'>('nets', net),
    once('figures', behindWords('shows', figuresForm)),
    once('lines', behindWords('lines of', listOf(codeOf, ','))),
  ],
};
