import type { Combination } from '../../../recode/combine/shape.js';
import type { NamedRecipe } from '../../../recode/recipe-shape.js';
import { type Block, each, once } from '../../block/block.js';
import { as, behindWords, field, listOf, oneOf, phrase } from '../../form/compose.js';
import { codeOf, whole } from '../../form/terms.js';
import { madeCode } from '../made-code.js';
import { variableNames } from '../variable-names.js';

type Combine = Extract<NamedRecipe, { kind: 'combine' }>;

const HOW: Record<Combination, string> = {
  any: 'mentioned in any',
  all: 'mentioned in all',
  'first-only': 'mentioned in the first alone',
  'at-least': 'mentioned in several',
};

const BASE = { any: 'base is who answered any', all: 'base is who answered all' } as const;

const least = as(
  phrase<{ least: number }>({}, 'in at least', field('least', whole)),
  ({ least: own }) => own,
  (own: number) => ({ least: own }),
);

/** Variables over the same codes to one multiple-response variable. */
export const combineBlock: Block<Combine> = {
  name: 'combine',
  is: (value: NamedRecipe) => value.kind === 'combine',
  head: phrase<Combine>(
    { kind: 'combine', atLeast: 1, base: 'any', options: [], none: [] },
    'combines',
    field('sources', variableNames),
    ',',
    field('how', oneOf(HOW)),
  ),
  entries: [
    once('atLeast', least, ({ atLeast }) => atLeast === 1),
    each<Combine, 'options'>('options', madeCode('option')),
    once('none', behindWords('none of these is', listOf(codeOf, ',')), ({ none }) => none.length === 0),
    once('base', oneOf(BASE), ({ base }) => base === 'any'),
  ],
};
