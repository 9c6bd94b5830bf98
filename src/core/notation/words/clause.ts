import type { ConditionRule } from '../../count/rule-shape.js';
import type { ClauseCalled } from '../../table/sentence-shape.js';
import { as, either, field, listOf, phrase, rule } from '../form/compose.js';
import type { Form } from '../form/form.js';
import { variableName } from '../form/terms.js';
import { ruleForm } from './rule.js';

type NamedClause = ClauseCalled<string>;

interface Said {
  variable: string;
  rule: ConditionRule;
}

const condition: Form<NamedClause> = as<Said, NamedClause>(
  phrase<Said>({}, field('variable', variableName), field('rule', ruleForm)),
  ({ variable, rule: own }) => ({ variable, ...own }),
  (own) => {
    if (!('variable' in own)) return undefined;
    const { variable, ...rest } = own;
    return { variable, rule: rest as ConditionRule };
  },
);

const inBrackets: Form<NamedClause> = as(
  phrase<{ inner: NamedClause }>(
    {},
    '(',
    field(
      'inner',
      rule('clause', () => clause),
    ),
    ')',
  ),
  ({ inner }) => inner,
  (own) => ('and' in own || 'or' in own ? { inner: own } : undefined),
);

const opposite: Form<NamedClause> = as<{ not: NamedClause }, NamedClause>(
  phrase<{ not: NamedClause }>(
    {},
    'not (',
    field(
      'not',
      rule('clause', () => clause),
    ),
    ')',
  ),
  (own) => own,
  (own) => ('not' in own ? own : undefined),
);

/** A condition, the opposite of a clause, or a clause in brackets. */
const part: Form<NamedClause> = either(opposite, inBrackets, condition);

const allOf = listOf(part, 'and');

/** "and" binds closer than "or"; clauses joined by one word are one clause, a clause alone is itself. */
const together = (word: 'and' | 'or', clauses: readonly NamedClause[]): NamedClause => {
  const [only] = clauses;
  if (only && clauses.length === 1) return only;
  return word === 'and' ? { and: clauses } : { or: clauses };
};

const anyOf = listOf<NamedClause>(
  as(
    allOf,
    (clauses) => together('and', clauses),
    (own) => [own],
  ),
  'or',
);

/** Conditions joined by and, or and not; a join within another stands in brackets. */
const clause: Form<NamedClause> = {
  read: (cursor) => together('or', anyOf.read(cursor)),
  say: (own, speaker) => {
    if ('and' in own) return allOf.say(own.and, speaker);
    return anyOf.say('or' in own ? own.or : [own], speaker);
  },
  grammar: anyOf.grammar,
};

/** What stands behind "only where": clauses that all must hold. */
export const onlyForm: Form<readonly NamedClause[]> = {
  read: (cursor) => {
    const first = allOf.read(cursor);
    const { token } = cursor;
    if (token?.is !== 'word' || token.text.toLowerCase() !== 'or') {
      cursor.expect({ is: 'word', text: 'or' });
      return first;
    }
    cursor.at++;
    return [{ or: [together('and', first), ...anyOf.read(cursor)] }];
  },
  say: (clauses, speaker) => {
    const [only] = clauses;
    return only && clauses.length === 1 && 'or' in only ? anyOf.say(only.or, speaker) : allOf.say(clauses, speaker);
  },
  grammar: { is: 'rule', name: 'clause' },
};

/** How clauses are written, for the page. */
export const CLAUSE_RULES = { clause: clause.grammar } as const;
