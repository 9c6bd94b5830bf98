import { ADJUSTMENTS } from '../../infer/adjust.js';
import { SWEEP_SORT_WORDS, type SweepShown } from '../../sweep/sweep-shape.js';
import { SORT_CHOICES } from '../../table/figure-choice.js';
import { HANDED_NAMES, PICTURE_NAMES } from '../../table/picture-kinds.js';
import type { BaseLimits, KeptReading } from '../../table/shown-shape.js';
import { SUMMARY_COLUMNS, type SummaryShown } from '../../table/summary-shape.js';
import { type Block, each, type Entry, once, onceBlock } from '../block/block.js';
import {
  as,
  behindWords,
  either,
  field,
  flag,
  listOf,
  listOrNone,
  maybe,
  meaning,
  oneOf,
  phrase,
} from '../form/compose.js';
import type { Form } from '../form/form.js';
import { newCode, number, text, variableName, whole } from '../form/terms.js';
import type { WrittenTable } from '../written.js';
import { figuresForm, wordsFor } from './figures.js';

/** What is so, or is not, each by its words. */
const yesOrNo = (yes: string, no: string): Form<boolean> =>
  either(meaning<boolean>(yes, true), meaning<boolean>(no, false));

const adjustment = oneOf({ ...wordsFor(ADJUSTMENTS), 'benjamini-hochberg': 'benjamini-hochberg' });

/** The expected shares of codes, as a list. */
interface Share {
  code: string;
  share: number;
}
const shares: Form<Record<string, number>> = as(
  behindWords('expects', listOf(phrase<Share>({}, field('share', number), 'of', field('code', newCode)), ',')),
  (list) => Object.fromEntries(list.map(({ code, share }) => [code, share])),
  (record) => Object.entries(record).map(([code, share]) => ({ code, share })),
);

type Predicted = NonNullable<WrittenTable['predicted']>;

const side = oneOf<'rows' | 'columns'>({ rows: 'the rows', columns: 'the columns' });

const predicted = behindWords(
  'predicts',
  either<Predicted>(
    as<'rows' | 'columns', Predicted>(
      side,
      (own) => own,
      (own) => (own === 'rows' || own === 'columns' ? own : undefined),
    ),
    as<readonly string[], Predicted>(
      listOrNone(variableName, 'nothing'),
      (own) => own,
      (own) => (typeof own === 'string' ? undefined : own),
    ),
  ),
);

const sweepSort: Form<SweepShown> = either<SweepShown>(
  as(
    phrase<{ sort: NonNullable<SweepShown['sort']> }>({}, 'stands as a sweep,', field('sort', oneOf(SWEEP_SORT_WORDS))),
    (own): SweepShown => own,
    ({ sort }) => sort && { sort },
  ),
  as(
    flag('stands as a sweep'),
    (): SweepShown => ({}),
    () => true,
  ),
);

const basesBlock: Block<BaseLimits> = {
  name: 'bases',
  head: phrase<BaseLimits>({}, 'bases'),
  entries: [
    once('small', behindWords('small under', whole)),
    once('hide', behindWords('hidden under', whole)),
    once('compare', behindWords('not compared under', whole)),
  ],
};

const summaryBlock: Block<SummaryShown> = {
  name: 'summary shown',
  head: phrase<SummaryShown>({}, 'summary'),
  entries: [
    once('missing', oneOf({ note: 'no answer in a note', row: 'no answer in a row', none: 'no answer not said' })),
    once('oneLine', yesOrNo('numbers on one line', 'numbers on several lines')),
    once('columns', behindWords('columns', listOrNone(oneOf(wordsFor(SUMMARY_COLUMNS)), 'nothing'))),
    once('adjusted', behindWords('p adjusted by', adjustment)),
  ],
};

const reading = phrase<KeptReading>(
  {},
  'reading of row',
  field('item', fromOne()),
  ', grouping',
  field('nest', fromOne()),
  maybe(({ stratum }) => stratum !== undefined, ', within', field('stratum', newCode)),
  maybe(({ together }) => together === true, ',', field('together', meaning('all together', true))),
);

/** A place that is counted from 0, said as a person counts it. */
function fromOne(): Form<number> {
  return as(
    whole,
    (said) => Math.max(0, said - 1),
    (place) => place + 1,
  );
}

/** How the rows of a table stand. */
const sorting: readonly Entry<WrittenTable>[] = [
  once('order', oneOf({ list: 'rows as listed', frequency: 'rows by frequency' })),
  once('last', yesOrNo('other and none last', 'other and none in place')),
  once('sort', behindWords('sorted by the column', newCode)),
  once('sortNest', behindWords('sorted in grouping', fromOne())),
  once('sortFigure', behindWords('sorted by', oneOf(wordsFor(SORT_CHOICES)))),
  once('ascending', yesOrNo('smallest first', 'largest first')),
  once('full', yesOrNo('without empty lines', 'with empty lines')),
];

/** The picture of a table. */
const picture: readonly Entry<WrittenTable>[] = [
  once('picture', behindWords('picture', oneOf(PICTURE_NAMES))),
  once('plain', yesOrNo('picture without figures', 'picture with figures')),
  once('heading', behindWords('picture called', text)),
  once(
    'wide',
    as(
      phrase<{ wide: number }>({}, 'picture', field('wide', whole), 'points wide'),
      ({ wide }) => wide,
      (wide) => ({ wide }),
    ),
  ),
  once('handed', behindWords('hands over', oneOf(HANDED_NAMES))),
];

/** What of a table is shown: a line each, in any order. */
export const shownEntries: readonly Entry<WrittenTable>[] = [
  once('figures', behindWords('shows', figuresForm) as never),
  once('signs', yesOrNo('with percent signs', 'without percent signs')),
  once('hatch', yesOrNo('hatched', 'not hatched'), ({ hatch }) => hatch),
  ...sorting,
  once('predicted', predicted),
  once('shares', shares),
  onceBlock<WrittenTable, 'summary'>('summary', summaryBlock),
  once('sweep', sweepSort),
  onceBlock<WrittenTable, 'bases'>('bases', basesBlock),
  ...picture,
  each<WrittenTable, 'readings'>('readings', reading),
  once('confidence', behindWords('confidence', number)),
  once('adjustment', behindWords('p adjusted by', adjustment)),
];
