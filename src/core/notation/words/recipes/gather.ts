import type { NamedRecipe } from '../../../recode/recipe-shape.js';
import { type Block, each, once } from '../../block/block.js';
import { field, flag, listOf, maybe, phrase } from '../../form/compose.js';
import type { Form } from '../../form/form.js';
import { codeOf, text, variableName } from '../../form/terms.js';
import { settled } from '../settled.js';

type Gather = Extract<NamedRecipe, { kind: 'gather' }>;
type Item = Gather['items'][number];

const item = (before: string): Form<Item> =>
  phrase<Item>(
    { label: '' },
    before,
    field('source', variableName),
    maybe(({ label }) => label !== '', field('label', text)),
    'ticked by',
    field('ticked', codeOf),
    maybe(({ also }) => also !== undefined && also.length > 0, 'or', field('also', listOf(codeOf, 'or'))),
    maybe(({ exclusive }) => exclusive === true, ',', field('exclusive', flag('excluding all others'))),
  );

/** Several yes/no columns to one multiple-response variable. */
export const gatherBlock: Block<Gather> = {
  name: 'gather',
  is: (value: NamedRecipe) => value.kind === 'gather',
  head: phrase<Gather>({ kind: 'gather', none: null, items: [] }, 'gathers columns'),
  entries: [
    each<Gather, 'items'>('items', item('option')),
    once('none', item('none of these is')),
    once('settle', settled),
  ],
};
