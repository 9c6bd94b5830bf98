import type { NamedRecipe } from '../../../recode/recipe-shape.js';
import { type Block, once } from '../../block/block.js';
import { behindWords, field, listOrNone, phrase } from '../../form/compose.js';
import { codeOf, text, variableName } from '../../form/terms.js';

type Flags = Extract<NamedRecipe, { kind: 'flags' }>;

const [YES, NO] = ['Yes', 'No'];

/** One yes/no variable for a category. */
export const flagsBlock: Block<Flags> = {
  name: 'flags',
  is: (value: NamedRecipe) => value.kind === 'flags',
  head: phrase<Flags>(
    { kind: 'flags', yes: YES, no: NO },
    'flags',
    field('source', variableName),
    'for',
    field('codes', listOrNone(codeOf, 'nothing')),
  ),
  entries: [
    once('yes', behindWords('yes', text), ({ yes }) => yes === YES),
    once('no', behindWords('no', text), ({ no }) => no === NO),
  ],
};
