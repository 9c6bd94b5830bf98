import type { NamedRecipe } from '../../../recode/recipe-shape.js';
import { type Block, each, once } from '../../block/block.js';
import { behindWords, field, listOf, phrase } from '../../form/compose.js';
import { codeOf, newCode } from '../../form/terms.js';
import { madeCode } from '../made-code.js';
import { settled } from '../settled.js';
import { variableNames } from '../variable-names.js';

type Slots = Extract<NamedRecipe, { kind: 'slots' }>;

/** Several columns that each hold one code of the same list, to one multiple-response variable. */
export const slotsBlock: Block<Slots> = {
  name: 'slots',
  is: (value: NamedRecipe) => value.kind === 'slots',
  head: phrase<Slots>({ kind: 'slots', none: null, options: [] }, 'gathers slots', field('sources', variableNames)),
  entries: [
    each<Slots, 'options'>('options', madeCode('option')),
    once(
      'exclusive',
      behindWords('excluding all others', listOf(codeOf, ',')),
      ({ exclusive }) => exclusive?.length === 0,
    ),
    once('none', behindWords('none of these is', newCode)),
    once('settle', settled),
  ],
};
