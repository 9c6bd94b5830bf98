import type { NamedRecipe } from '../../../recode/recipe-shape.js';
import type { ScoreOf } from '../../../recode/score/shape.js';
import { type Block, each, once } from '../../block/block.js';
import { as, behindWords, either, field, listOf, maybe, flag, oneOf, phrase } from '../../form/compose.js';
import type { Form } from '../../form/form.js';
import { codeOf, number, text, variableName, whole } from '../../form/terms.js';

type Score = Extract<NamedRecipe, { kind: 'score' }>;
type Item = Score['items'][number];
type Scale = NonNullable<Score['scale']>;

const OF: Record<ScoreOf, string> = {
  mean: 'the mean',
  sum: 'the sum',
  count: 'how many',
  minimum: 'the smallest',
  maximum: 'the largest',
  expression: 'by arithmetic',
};

const item = phrase<Item>(
  { reversed: false, weight: 1, as: '' },
  'of',
  field('source', variableName),
  maybe(({ reversed }) => reversed, ',', field('reversed', flag('reversed'))),
  maybe(({ weight }) => weight !== 1, ',', 'times', field('weight', number)),
  maybe(({ as: called }) => called !== '', ',', 'called', field('as', text)),
);

const atLeast: Form<number> = either(
  as(
    flag('none need be answered'),
    () => 0,
    (value) => (value === 0 ? true : undefined),
  ),
  as(
    phrase<{ least: number }>({}, 'at least', field('least', whole), 'answered'),
    ({ least }) => least,
    (least) => ({ least }),
  ),
);

/** Arithmetic over items. */
export const scoreBlock: Block<Score> = {
  name: 'score',
  is: (value: NamedRecipe) => value.kind === 'score',
  head: phrase<Score>(
    { kind: 'score', scale: null, atLeast: 0, items: [], codes: [], expression: '' },
    'scores',
    field('of', oneOf(OF)),
  ),
  entries: [
    each<Score, 'items'>('items', item),
    once('atLeast', atLeast, (score) => score.atLeast === 0),
    once('scale', phrase<Scale>({}, 'on a scale from', field('from', number), 'to', field('to', number))),
    once('codes', behindWords('counting', listOf(codeOf, ',')), ({ codes }) => codes.length === 0),
    once('expression', behindWords('as', text), ({ expression }) => expression === ''),
  ],
};
