import { type MISSING_CODES } from '../../../recode/regroup/shape.js';
import type { NamedRecipe } from '../../../recode/recipe-shape.js';
import { type Block, each, once } from '../../block/block.js';
import { as, behindWords, either, field, listOf, listOrNone, maybe, oneOf, phrase } from '../../form/compose.js';
import type { Form } from '../../form/form.js';
import { codeOf, newCode, text, variableName } from '../../form/terms.js';
import { reason } from '../reason.js';

type Regroup = Extract<NamedRecipe, { kind: 'regroup' }>;
type Group = Regroup['groups'][number];
type Missing = (typeof MISSING_CODES)[number];
type ToGroup = { group: string };

const LEVELS = { unordered: 'categories', ordered: 'ordered categories' } as const;

const group = phrase<Group>(
  { label: '' },
  field('code', newCode),
  maybe(({ label }) => label !== '', field('label', text)),
  'from',
  field('from', listOrNone(codeOf, 'nothing')),
);

const toGroup = (before: string): Form<ToGroup> =>
  as(
    behindWords(before, newCode),
    (code) => ({ group: code }),
    (value) => (typeof value === 'object' && 'group' in value ? value.group : undefined),
  );

type Rest = NonNullable<Regroup['unnamed']>;
const REST = {
  'left-over': 'the rest is left over',
  'set-aside': 'the rest is set aside',
  own: 'the rest is a group each',
};
const rest: Form<Rest> = either<Rest>(oneOf(REST) as Form<Rest>, toGroup('the rest goes into') as Form<Rest>);

const MISSING: Record<Missing, string> = {
  keep: 'missing codes stay',
  one: 'missing codes become one',
  blank: 'missing codes become blank',
};

type Blank = NonNullable<Regroup['blank']>;
const blank: Form<Blank> = either<Blank>(
  toGroup('blank goes into') as Form<Blank>,
  as(
    behindWords('blank is', reason),
    (missing): Blank => ({ missing }),
    (value) => ('missing' in value ? value.missing : undefined),
  ),
);

/** Categories to categories. */
export const regroupBlock: Block<Regroup> = {
  name: 'regroup',
  is: (value: NamedRecipe) => value.kind === 'regroup',
  head: phrase<Regroup>(
    { kind: 'regroup', groups: [], setAside: [] },
    'regroups',
    field('source', variableName),
    'into',
    field('level', oneOf(LEVELS)),
  ),
  entries: [
    each<Regroup, 'groups'>('groups', group),
    once('setAside', behindWords('sets aside', listOf(codeOf, ',')), ({ setAside }) => setAside.length === 0),
    once('unnamed', rest),
    once('missing', oneOf(MISSING)),
    once('blank', blank),
  ],
};
