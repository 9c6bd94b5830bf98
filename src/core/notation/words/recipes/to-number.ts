import type { NamedRecipe } from '../../../recode/recipe-shape.js';
import type { Exception } from '../../../recode/to-number/shape.js';
import { type Block, each, once } from '../../block/block.js';
import { as, either, field, oneOf, phrase } from '../../form/compose.js';
import { newCode, number, variableName } from '../../form/terms.js';
import { reason } from '../reason.js';

type ToNumber = Extract<NamedRecipe, { kind: 'convert'; to: 'number' }>;
type AsNumber = Extract<Exception, { is: 'number' }>;
type AsMissing = Extract<Exception, { is: 'missing' }>;

const DECIMAL = { '.': 'with a point before the fraction', ',': 'with a comma before the fraction' } as const;

const exception = either<Exception>(
  as<AsMissing, Exception>(
    phrase<AsMissing>({ is: 'missing' }, field('text', newCode), 'is', field('missing', reason)),
    (own) => own,
    (own) => (own.is === 'missing' ? own : undefined),
  ),
  as<AsNumber, Exception>(
    phrase<AsNumber>({ is: 'number' }, field('text', newCode), 'is', field('number', number)),
    (own) => own,
    (own) => (own.is === 'number' ? own : undefined),
  ),
);

/** Text, or codes that spell numbers, to a number. */
export const toNumberBlock: Block<ToNumber> = {
  name: 'convert to a number',
  is: (value: NamedRecipe) => value.kind === 'convert' && value.to === 'number',
  head: phrase<ToNumber>(
    { kind: 'convert', to: 'number', decimal: '.', exceptions: [] },
    'converts',
    field('source', variableName),
    'to a number',
  ),
  entries: [
    once('decimal', oneOf(DECIMAL), ({ decimal }) => decimal === '.'),
    each<ToNumber, 'exceptions'>('exceptions', exception),
  ],
};
