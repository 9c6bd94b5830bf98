import type { ConditionRule } from '../../count/rule-shape.js';
import { as, behindWords, either, field, listOf, listOrNone, maybe, phrase } from '../form/compose.js';
import type { Cursor } from '../form/cursor.js';
import type { Form } from '../form/form.js';
import { codeOf, whole } from '../form/terms.js';
import { type Stretch, stretch } from './stretch.js';

type Between = Extract<ConditionRule, { is: 'between' }>;
type AtLeast = Extract<ConditionRule, { is: 'at-least' }>;
type Named = Extract<ConditionRule, { is: 'any-of' | 'none-of' }>;

/** Words that only stand behind a variable: what is before them is none of the codes of a list. */
const BEHIND_VARIABLE = new Set(['is', 'mentions', 'up', 'any', 'to', 'does']);

/** A code that is not the variable of the next condition. */
const codeHere: Form<string> = {
  ...codeOf,
  read: (cursor: Cursor) => {
    const { about } = cursor;
    const code = codeOf.read(cursor);
    cursor.about = about;
    const { token } = cursor;
    const word = token?.is === 'word' ? token.text.toLowerCase() : '';
    const isVariable = BEHIND_VARIABLE.has(word) || /^[+\-−]?[\d.]/u.test(word);
    if (isVariable) cursor.fail({ is: 'thing', text: 'a code' });
    return code;
  },
};

const codes = listOrNone(codeHere, 'nothing');

const named = (words: string, is: Named['is']): Form<ConditionRule> =>
  as(
    behindWords(words, either(listOf(codeHere, ',', 'or'), codes)),
    (own): ConditionRule => ({ is, codes: own }),
    (rule) => (rule.is === is ? rule.codes : undefined),
  );

const atLeast = as<AtLeast, ConditionRule>(
  phrase<AtLeast>(
    { is: 'at-least', codes: [] },
    'mentions at least',
    field('least', whole),
    maybe(({ codes: own }) => own.length > 0, 'of', field('codes', listOf(codeHere, ',', 'or'))),
  ),
  (rule) => rule,
  (rule) => (rule.is === 'at-least' ? rule : undefined),
);

const between = as<Stretch, ConditionRule>(
  stretch,
  ({ from, to }): Between => ({ is: 'between', from, to }),
  (rule) => (rule.is === 'between' ? { from: rule.from, to: rule.to } : undefined),
);

/** What a condition asks of a variable: "60 and over", "is 1 or 2", "mentions at least 2 of 1, 3". */
export const ruleForm: Form<ConditionRule> = either(
  between,
  atLeast,
  named('is not', 'none-of'),
  named('is', 'any-of'),
  // Of a multiple-response question the same is said so; it is printed as above.
  named('does not mention', 'none-of'),
  named('mentions', 'any-of'),
);
