import type { ConditionRef } from '../../count/asked.js';
import { type ClauseOf, foldClause, VERDICT } from '../../count/clause.js';
import { codeVerdict } from '../../count/verdicts.js';
import { all, any, compare, isNothing, not, number, oneOf, part, plus, whole } from '../build.js';
import { type LinkedColumn, optionPart, mentions } from '../column.js';
import type { Condition } from '../expression.js';
import { answeredBy } from '../source.js';

/** Whom a clause keeps, and whom it keeps out; the others are unknown. */
export interface LinkedVerdict {
  inside: Condition;
  outside: Condition;
}

function ofCodes({ column: id, rule, missing }: ConditionRef, codes: readonly string[]): LinkedVerdict {
  const placesWith = (verdict: number) =>
    oneOf(
      part(id, 'place'),
      codes.flatMap((code, k) => (codeVerdict(code, { rule, missing }) === verdict ? [k + 1] : [])),
    );
  return { inside: placesWith(VERDICT.inside), outside: placesWith(VERDICT.outside) };
}

function ofNumbers({ column: id, rule, missing }: ConditionRef): LinkedVerdict {
  const value = part(id, 'value');
  const [from, to] = rule.is === 'between' ? [rule.from, rule.to] : [null, null];
  const isKnown = not(
    any([
      isNothing(value),
      oneOf(
        value,
        missing.map(Number).filter((code) => !Number.isNaN(code)),
      ),
    ]),
  );
  const isIn = all([
    ...(from === null ? [] : [compare(value, '>=', number(from))]),
    ...(to === null ? [] : [compare(value, '<=', number(to))]),
  ]);
  return { inside: all([isKnown, isIn]), outside: all([isKnown, not(isIn)]) };
}

function ofQuestion({ column: id, rule }: ConditionRef, options: readonly string[]): LinkedVerdict {
  if (rule.is === 'between') throw new Error('a question has no ends');
  const isAsked = (option: string) =>
    (rule.is === 'at-least' && rule.codes.length === 0) || rule.codes.includes(option);
  const asked = options.flatMap((option, k) => (isAsked(option) ? [k] : []));
  const mentionsAny = any(asked.map((option) => mentions(id, option)));
  const holds =
    rule.is === 'at-least'
      ? compare(plus(asked.map((option) => part(id, optionPart(option)))), '>=', whole(rule.least))
      : rule.is === 'any-of'
        ? mentionsAny
        : not(mentionsAny);
  const answered = answeredBy(part(id, 'state'));
  return { inside: all([answered, holds]), outside: all([answered, not(holds)]) };
}

function ofCondition(condition: ConditionRef, column: LinkedColumn): LinkedVerdict {
  if (column.kind === 'coded') return ofCodes(condition, column.codes);
  if (column.kind === 'sets') return ofQuestion(condition, column.options);
  return ofNumbers(condition);
}

/** The verdict of a clause, in the logic of `verdictsOfClause`. A condition that cannot be asked is refused before. */
export const verdictOf = (clause: ClauseOf<ConditionRef>, columns: (id: number) => LinkedColumn): LinkedVerdict =>
  foldClause<ConditionRef, LinkedVerdict>(clause, {
    condition: (condition) => ofCondition(condition, columns(condition.column)),
    and: (parts) => ({
      inside: all(parts.map(({ inside }) => inside)),
      outside: any(parts.map(({ outside }) => outside)),
    }),
    or: (parts) => ({
      inside: any(parts.map(({ inside }) => inside)),
      outside: all(parts.map(({ outside }) => outside)),
    }),
    not: ({ inside, outside }) => ({ inside: outside, outside: inside }),
  });
