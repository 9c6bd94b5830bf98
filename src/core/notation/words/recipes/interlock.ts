import type { NamedRecipe } from '../../../recode/recipe-shape.js';
import { type Block, once } from '../../block/block.js';
import { behindWords, field, flag, phrase } from '../../form/compose.js';
import { text } from '../../form/terms.js';
import { variableNames } from '../variable-names.js';

type Interlock = Extract<NamedRecipe, { kind: 'interlock' }>;

/** What stands between labels where nothing is said. */
const BETWEEN = ', ';

/** Groups within groups as one variable. */
export const interlockBlock: Block<Interlock> = {
  name: 'interlock',
  is: (value: NamedRecipe) => value.kind === 'interlock',
  head: phrase<Interlock>(
    { kind: 'interlock', between: BETWEEN, empty: false },
    'interlocks',
    field('sources', variableNames),
  ),
  entries: [
    once('between', behindWords('between labels', text), ({ between }) => between === BETWEEN),
    once('empty', flag('with empty combinations'), ({ empty }) => !empty),
  ],
};
