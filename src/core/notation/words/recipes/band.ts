import type { BandEnds, Cut } from '../../../recode/band/shape.js';
import type { NamedRecipe } from '../../../recode/recipe-shape.js';
import { type Block, each, once } from '../../block/block.js';
import {
  as,
  behindWords,
  either,
  field,
  listOf,
  listOrNone,
  maybe,
  oneOf,
  type Piece,
  phrase,
} from '../../form/compose.js';
import type { Form } from '../../form/form.js';
import { codeOf, newCode, number, text, variableName } from '../../form/terms.js';
import { stretch } from '../stretch.js';

type Band = Extract<NamedRecipe, { kind: 'band' }>;
type Range = Extract<Cut, { is: 'range' }>;
type Values = Extract<Cut, { is: 'values' }>;

const ENDS: Record<BandEnds, string> = {
  lower: 'lower ends inside',
  upper: 'upper ends inside',
  both: 'both ends inside',
};

const label = <T extends Cut>(): Piece<T> => maybe<T>(({ label: own }) => own !== '', field<T, 'label'>('label', text));

interface Labelled {
  code: string;
  label: string;
  over: { from: number | null; to: number | null };
}

const range: Form<Range> = as(
  phrase<Labelled>(
    { label: '' },
    field('code', newCode),
    maybe<Labelled>(({ label: own }) => own !== '', field('label', text)),
    field('over', stretch),
  ),
  ({ code, label: own, over }): Range => ({ is: 'range', code, label: own, ...over }),
  ({ code, label: own, from, to }) => ({ code, label: own, over: { from, to } }),
);

const values = phrase<Values>(
  { is: 'values', label: '' },
  field('code', newCode),
  label<Values>(),
  'is',
  field('values', listOrNone(number, 'no value')),
);

const cut = either<Cut>(
  as<Range, Cut>(
    range,
    (own) => own,
    (own) => (own.is === 'range' ? own : undefined),
  ),
  as<Values, Cut>(
    values,
    (own) => own,
    (own) => (own.is === 'values' ? own : undefined),
  ),
);

/** A number to ordered categories. */
export const bandBlock: Block<Band> = {
  name: 'band',
  is: (value: NamedRecipe) => value.kind === 'band',
  head: phrase<Band>(
    { kind: 'band', bands: [], taken: [] },
    'bands',
    field('source', variableName),
    ',',
    field('ends', oneOf(ENDS)),
  ),
  entries: [
    each<Band, 'bands'>('bands', cut),
    once('taken', behindWords('counts as numbers', listOf(codeOf, ',')), ({ taken }) => taken.length === 0),
  ],
};
