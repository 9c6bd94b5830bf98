import type { ConditionRule } from '../count/rule-shape.js';
import { byId } from '../by-id.js';
import { titleOf, type Variable } from '../codebook/types.js';
import { foldClause } from '../count/clause.js';
import { type Standing, STANDINGS } from '../count/set-state.js';
import { and, or, plural } from '../words.js';
import type { Shown } from './shown-shape.js';
import { type Clause, type Condition, COUNTED, type Mention, type RowItem, type Sentence } from './sentence.js';

/** How a number is asked for that is listed, in words. */
export const VALUES_WORDS = 'each value';

/** How mentions are asked for, in words; empty where it is as usual. */
export const MENTION_WORDS: Record<Mention, string> = {
  any: '',
  first: 'first mention',
  rank: 'average place of mention',
};

/** What stands across a battery, in words. */
export const BATTERY_WORDS = 'their answers';

/** How a summary begins, in words. */
export const SUMMARY_WORDS = 'Summary of';

/** Who counts in the base of a question, in words. */
export const COUNTED_WORDS: Record<Standing, string> = {
  none: 'chose none of these',
  nothing: 'ticked nothing',
  'no-answer': 'gave no answer',
  'not-asked': 'were not asked',
  'not-coded': 'are not coded yet',
  blank: 'left it blank',
};

const isSame = (standings: readonly Standing[], other: readonly Standing[]) =>
  standings.length === other.length && standings.every((standing) => other.includes(standing));

/** Who counts in the base, in words; empty where it is as usual. */
export function sayCounted(counted: readonly Standing[] = COUNTED): string {
  if (isSame(counted, COUNTED)) return '';
  if (counted.length === 0) return 'of those who mentioned something';
  if (counted.length === STANDINGS.length) return 'of all respondents';
  const words = STANDINGS.filter((standing) => counted.includes(standing)).map((standing) => COUNTED_WORDS[standing]);
  return `counting those who ${or(words)} too`;
}

type Coded = Pick<Variable, 'codes' | 'level'>;

/** A condition in words, without the variable's name: "18 and over", "is Mill Row or Weir End". */
export function sayRule(rule: ConditionRule, variable: Coded): string {
  if (rule.is === 'between') {
    if (rule.from !== null && rule.to !== null) return `${rule.from} to ${rule.to}`;
    if (rule.from !== null) return `${rule.from} and over`;
    if (rule.to !== null) return `up to ${rule.to}`;
    return 'any number';
  }
  const labels = rule.codes.map((code) => variable.codes.find((candidate) => candidate.code === code)?.label ?? code);
  if (rule.is === 'at-least')
    return `mentions at least ${rule.least}${labels.length === 0 ? '' : ` of ${and(labels)}`}`;
  const verb = variable.level === 'multiple' ? ['mentions', 'does not mention'] : ['is', 'is not'];
  return `${rule.is === 'any-of' ? verb[0] : verb[1]} ${or(labels)}`;
}

/** Who is outside a condition, in words: "not 18 and over", "other than Mill Row", "does not mention Beans". */
function sayOutsideRule(rule: ConditionRule, variable: Coded): string {
  if (rule.is === 'between') return `not ${sayRule(rule, variable)}`;
  if (rule.is === 'at-least') return sayRule(rule, variable).replace(/^mentions at least/, 'mentions fewer than');
  const turned: ConditionRule = { ...rule, is: rule.is === 'any-of' ? 'none-of' : 'any-of' };
  const words = sayRule(turned, variable);
  return variable.level === 'multiple' ? words : words.replace(/^is not /, 'other than ').replace(/^is /, '');
}

/** A piece of a sentence as it is read; with the variable that it names. */
export interface SentencePart {
  text: string;
  variable: number | null;
}

const word = (text: string): SentencePart => ({ text, variable: null });

/** Lists of pieces with words between them: "a, b and c". */
function joined(lists: readonly SentencePart[][], last: string): SentencePart[] {
  return lists.flatMap((parts, k) => {
    if (k === 0) return parts;
    return [word(k === lists.length - 1 ? ` ${last} ` : ', '), ...parts];
  });
}

type Namer = (id: number) => SentencePart;

const namerOf =
  (variables: readonly Variable[]): Namer =>
  (id) => {
    const variable = byId(variables, id);
    return { text: variable ? titleOf(variable) : 'a variable that is gone', variable: id };
  };

/** A clause piece by piece; parts of another join stand in brackets. */
function clauseParts(clause: Clause, variables: readonly Variable[], bracketed: boolean): SentencePart[] {
  const noun = namerOf(variables);
  const inBrackets = (parts: SentencePart[], isJoin: boolean) => (isJoin ? [word('('), ...parts, word(')')] : parts);
  type Said = { parts: SentencePart[]; isJoin: boolean };
  const join =
    (by: string) =>
    (words: readonly Said[]): Said => ({
      parts: words.flatMap(({ parts, isJoin }, k) => [
        ...(k === 0 ? [] : [word(` ${by} `)]),
        ...inBrackets(parts, isJoin),
      ]),
      isJoin: true,
    });
  const { parts, isJoin } = foldClause<Condition, Said>(clause, {
    condition: (condition) => {
      const variable = byId(variables, condition.variable);
      const rule = sayRule(condition, variable ?? { codes: [], level: 'unordered' });
      return { parts: [noun(condition.variable), word(` ${rule}`)], isJoin: false };
    },
    and: join('and'),
    or: join('or'),
    not: (said) => ({ parts: [word('not ('), ...said.parts, word(')')], isJoin: false }),
  });
  return inBrackets(parts, isJoin && bracketed);
}

const textOf = (parts: readonly SentencePart[]) => parts.map(({ text }) => text).join('');

/** A clause in words: "Age 60 and over or Site is Mill Row". */
const sayClause = (clause: Clause, variables: readonly Variable[]): string =>
  textOf(clauseParts(clause, variables, false));

/** Who is counted, in words: "Age 60 and over, Site is Mill Row"; empty where everybody is. */
export const sayOnly = (clauses: readonly Clause[], variables: readonly Variable[]): string =>
  clauses.map((clause) => textOf(clauseParts(clause, variables, clauses.length > 1))).join(' and ');

/** Who a clause leaves out: the variables that it is about, and in words who is outside. */
export function sayOutside(clause: Clause, variables: readonly Variable[]): { of: string; reason: string } {
  if ('and' in clause || 'or' in clause || 'not' in clause) {
    const ids = clauseParts(clause, variables, false).flatMap(({ variable }) => variable ?? []);
    const noun = namerOf(variables);
    return {
      of: and([...new Set(ids)].map((id) => noun(id).text)),
      reason: `not (${sayClause(clause, variables)})`,
    };
  }
  const variable = byId(variables, clause.variable);
  return {
    of: namerOf(variables)(clause.variable).text,
    reason: sayOutsideRule(clause, variable ?? { codes: [], level: 'unordered' }),
  };
}

/** What is wanted of a row item beside its categories. */
function wantedOf({ variable, counted, mention = 'any', as }: RowItem, variables: readonly Variable[]) {
  const isMultiple = byId(variables, variable)?.level === 'multiple';
  return { mention: as ? VALUES_WORDS : MENTION_WORDS[mention], counted: isMultiple ? sayCounted(counted) : '' };
}

/** All of a sentence behind its rows: what they stand by, who is counted, and as what. */
function frameParts(sentence: Sentence, variables: readonly Variable[]): SentencePart[] {
  const { by, within, only, weight, battery } = sentence;
  const noun = namerOf(variables);
  const named = (words: string, id: number | null) => (id === null ? [] : [word(`${words} `), noun(id)]);
  const nests = by.map((nest) => nest.flatMap((id, k) => [...(k === 0 ? [] : [word(' split by ')]), noun(id)]));
  const clauses = only.flatMap((clause, k) => [
    word(k === 0 ? ', only where ' : ' and '),
    ...clauseParts(clause, variables, only.length > 1),
  ]);
  return [
    ...(nests.length === 0 ? [] : [word(' by '), ...joined(nests, 'and')]),
    ...(battery ? [word(` by ${BATTERY_WORDS}`)] : []),
    ...named(', within', within),
    ...clauses,
    ...named(', weighted by', weight),
  ];
}

/** The sentence piece by piece, so that each noun can be told from the words between. */
export function sentenceParts(sentence: Sentence, variables: readonly Variable[]): SentencePart[] {
  const { rows, summary } = sentence;
  const noun = namerOf(variables);
  const frame = frameParts(sentence, variables);
  const start = summary ? [word(`${SUMMARY_WORDS} `)] : [];
  const [first, ...others] = rows;
  if (first && others.length === 0) {
    // Of one item what is wanted needs no brackets.
    const { mention, counted } = wantedOf(first, variables);
    const follows = frame.length > 0 ? ',' : '';
    return [
      ...start,
      noun(first.variable),
      ...(mention === '' ? [] : [word(`, ${mention}${follows}`)]),
      ...frame,
      ...(counted === '' ? [] : [word(`, ${counted}`)]),
    ];
  }
  const items = rows.map((item) => {
    const { mention, counted } = wantedOf(item, variables);
    const wanted = [mention, counted].filter((words) => words !== '').join('; ');
    return [noun(item.variable), ...(wanted === '' ? [] : [word(` (${wanted})`)])];
  });
  return [...start, ...joined(items, 'and'), ...frame];
}

/** The sentence as one line that reads aloud; it is the table's title. */
export const saySentence = (sentence: Sentence, variables: readonly Variable[]): string =>
  textOf(sentenceParts(sentence, variables));

/** What of what is shown changes how a table is called. */
type Captioned = Pick<Shown, 'sweep'>;

/**
 * What a table is called, piece by piece: its sentence; a sweep, which can be of hundreds of variables, by their
 * number: "38 variables by Site".
 */
export const captionParts = (
  sentence: Sentence,
  variables: readonly Variable[],
  { sweep }: Captioned,
): SentencePart[] =>
  sweep
    ? [word(plural(sentence.rows.length, 'variable')), ...frameParts(sentence, variables)]
    : sentenceParts(sentence, variables);

/** What a table is called, as one line. */
export const captionOf = (sentence: Sentence, variables: readonly Variable[], shown: Captioned): string =>
  textOf(captionParts(sentence, variables, shown));
