import type { NamedRecipe } from '../../../recode/recipe-shape.js';
import type { SortedOut } from '../../../recode/to-categories/shape.js';
import { type Block, each, once } from '../../block/block.js';
import { as, either, field, flag, oneOf, phrase } from '../../form/compose.js';
import { newCode, text, variableName, whole } from '../../form/terms.js';
import { reason } from '../reason.js';

type ToCategories = Extract<NamedRecipe, { kind: 'convert'; to: 'categories' }>;
type As = Extract<SortedOut, { is: 'as' }>;
type AsMissing = Extract<SortedOut, { is: 'missing' }>;

const ORDER = { value: 'in order of their values', frequency: 'the most frequent first' } as const;

const sortedOut = either<SortedOut>(
  as<AsMissing, SortedOut>(
    phrase<AsMissing>({ is: 'missing' }, field('text', newCode), 'is', field('missing', reason)),
    (own) => own,
    (own) => (own.is === 'missing' ? own : undefined),
  ),
  as<As, SortedOut>(
    phrase<As>({ is: 'as' }, field('text', newCode), 'as', field('as', text)),
    (own) => own,
    (own) => (own.is === 'as' ? own : undefined),
  ),
);

const least = as(
  phrase<{ least: number }>({}, 'fewer than', field('least', whole), 'go to other'),
  ({ least: own }) => own,
  (own: number) => ({ least: own }),
);

/** Text or a number to categories. */
export const toCategoriesBlock: Block<ToCategories> = {
  name: 'convert to categories',
  is: (value: NamedRecipe) => value.kind === 'convert' && value.to === 'categories',
  head: phrase<ToCategories>(
    { kind: 'convert', to: 'categories', alike: false, order: 'value', least: 1, exceptions: [] },
    'converts',
    field('source', variableName),
    'to categories',
  ),
  entries: [
    once('alike', flag('capitals and spaces alike'), ({ alike }) => !alike),
    once('order', oneOf(ORDER), ({ order }) => order === 'value'),
    once('least', least, (recipe) => recipe.least === 1),
    each<ToCategories, 'exceptions'>('exceptions', sortedOut),
  ],
};
