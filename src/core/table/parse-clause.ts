import type { ConditionRule } from '../count/rule-shape.js';
import { titleOf, type Variable } from '../codebook/types.js';
import { Fault } from '../fault.js';
import type { Clause, Condition } from './sentence.js';
import type { SentenceCursor } from './sentence-cursor.js';

const NUMBER = String.raw`[+\-−]?\d+(?:\.\d+)?`;
const END = String.raw`(?![\p{L}\p{N}_])`;
const BETWEEN = new RegExp(`(?:is )?(${NUMBER}) to (${NUMBER})${END}`, 'iu');
const OVER = new RegExp(`(?:is )?(${NUMBER}) and over${END}`, 'iu');
const UP_TO = new RegExp(`(?:is )?up to (${NUMBER})${END}`, 'iu');
const LEAST = /mentions at least (\d+)/iu;
const VERB = /(is not|is|does not mention|mentions)\s+/iu;
/** Between the categories of a list. */
const BETWEEN_CODES = /\s*,\s*(?:(?:or|and)\s+)?|\s+(?:or|and)\s+/iu;

const numberOf = (text: string | undefined) => Number((text ?? '').replace('−', '-'));

/** How many categories a refusal names. */
const NAMED = 12;

/** A category by its label or its code; null, and nothing taken, where there is none. */
function takeCode(cursor: SentenceCursor, { codes }: Variable): string | null {
  const labels = [...codes].sort((a, b) => b.label.length - a.label.length);
  for (const { code, label } of labels) if (cursor.takeWord([label, code])) return code;
  return null;
}

/** "A, B or C", with labels that may hold commas and "or" themselves: the longest that fit. */
function takeCodes(cursor: SentenceCursor, variable: Variable): string[] {
  const parts: string[] = [];
  for (;;) {
    const code = takeCode(cursor, variable);
    if (code === null) {
      const has = variable.codes
        .slice(0, NAMED)
        .map(({ label, code: own }) => label || own)
        .join(', ');
      const unknown = cursor.rest.slice(0, 60).trim();
      throw new Fault('not-found', `${titleOf(variable)} has no category “${unknown}”.`, `It has ${has}.`, {
        field: 'only',
        variable: variable.name,
      });
    }
    parts.push(code);
    const before = cursor.at;
    if (!cursor.take(BETWEEN_CODES)) return parts;
    const next = cursor.at;
    if (takeCode(cursor, variable) !== null) {
      cursor.at = next;
      continue;
    }
    // What follows is a condition of its own, or the next part of the sentence.
    const isNext =
      cursor.isAtNoun() || cursor.take(/not\b|\(|within\s|weighted by\s|by\s|counting\s|of (?:those|all)\s/iu);
    cursor.at = isNext ? before : next;
    if (isNext) return parts;
  }
}

/** One condition after its variable: "is A or B", "60 and over", "mentions at least 2 of A and B". */
function takeRule(cursor: SentenceCursor, variable: Variable): ConditionRule {
  // A number can be said to be 18 to 64; a category may be called so.
  const isCategory = variable.level !== 'number' && /^is\s/iu.test(cursor.rest);
  const between = isCategory ? null : cursor.take(BETWEEN);
  if (between) return { is: 'between', from: numberOf(between[1]), to: numberOf(between[2]) };
  const over = isCategory ? null : cursor.take(OVER);
  if (over) return { is: 'between', from: numberOf(over[1]), to: null };
  const upTo = isCategory ? null : cursor.take(UP_TO);
  if (upTo) return { is: 'between', from: null, to: numberOf(upTo[1]) };
  const least = cursor.take(LEAST);
  if (least) {
    const codes = cursor.take(/\s+of\s+(?!those\s|all\s)/iu) ? takeCodes(cursor, variable) : [];
    return { is: 'at-least', least: Number(least[1]), codes };
  }
  const verb = cursor.take(VERB)?.[1]?.toLowerCase();
  if (verb === undefined) {
    throw new Fault(
      'invalid',
      `What ${titleOf(variable)} is to be is not said: “${cursor.rest.slice(0, 60).trim()}”.`,
      'Write “is A or B”, “60 and over”, “18 to 64”, or “mentions A”.',
      { field: 'only', variable: variable.name },
    );
  }
  return { is: verb === 'is' || verb === 'mentions' ? 'any-of' : 'none-of', codes: takeCodes(cursor, variable) };
}

/** A condition, a clause in brackets, or the opposite of one. */
function takePart(cursor: SentenceCursor): Clause {
  if (!cursor.isAtNoun()) {
    if (cursor.take(/not\s*(?=\()|not\s+/iu)) return { not: takePart(cursor) };
    if (cursor.take(/\(\s*/u)) {
      const inside = takeClause(cursor);
      if (!cursor.take(/\s*\)/u))
        throw new Fault('invalid', 'A bracket of the “only where” is not closed.', 'Put a ) behind its conditions.', {
          field: 'only',
        });
      return inside;
    }
  }
  const variable = cursor.takeVariable('only');
  cursor.take(/\s*/u);
  const condition: Condition = { variable: variable.id, ...takeRule(cursor, variable) };
  return condition;
}

/** Clauses joined by one word; one alone is itself. */
function takeJoined(cursor: SentenceCursor, word: 'and' | 'or', takeNext: (cursor: SentenceCursor) => Clause): Clause {
  const parts = [takeNext(cursor)];
  while (cursor.take(new RegExp(`\\s+${word}\\s+`, 'iu'))) parts.push(takeNext(cursor));
  const [only] = parts;
  if (only && parts.length === 1) return only;
  const flat = parts.flatMap((part): readonly Clause[] => {
    if (word === 'and') return 'and' in part ? part.and : [part];
    return 'or' in part ? part.or : [part];
  });
  return word === 'and' ? { and: flat } : { or: flat };
}

/** "A and B or C": "and" binds closer than "or". */
function takeClause(cursor: SentenceCursor): Clause {
  return takeJoined(cursor, 'or', (at) => takeJoined(at, 'and', takePart));
}

/** What stands behind "only where": the clauses that all must hold. @throws Fault naming what is not of the study */
export function takeOnly(cursor: SentenceCursor): readonly Clause[] {
  const clause = takeClause(cursor);
  return 'and' in clause ? clause.and : [clause];
}
