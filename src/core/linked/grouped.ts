import { addUp } from './add-up.js';
import { all } from './build.js';
import type { LinkedColumn } from './column.js';
import { evaluator, type Row } from './evaluate.js';
import type { Condition, Scalar } from './expression.js';
import { type RawColumn, type RawColumns, rawColumnsIn } from './raw-columns.js';
import { type Answer, type AnswerRow, answerWith, MOST_GROUPS, type Query } from './query.js';
import { simplifier } from './simplify.js';

/** Combinations of values in which respondents are told apart at most, so that the rest is worked out here. */
export const MOST_COMBINATIONS = 10_000;
/** Figures that are worked out here at most. */
const MOST_FIGURES = 2_000_000;

/** A query as it is sent, and what it was to say in the answer. */
export interface Grouped {
  query: Query;
  read: (answer: Answer) => Answer;
}

type Known = RawColumn & { values: readonly (number | string)[] };

const isKnown = (column: RawColumn): column is Known => column.values !== null;

/** The columns by which respondents are grouped. */
class Keys {
  readonly columns = new Map<string, Known>();
  private combinations = 1;

  has(of: RawColumns): boolean {
    return [...of.keys()].every((name) => this.columns.has(name));
  }

  /** Takes columns in, where that leaves few enough combinations. */
  take(of: readonly RawColumns[], most: number): boolean {
    const further = new Map<string, Known>();
    for (const [name, column] of of.flatMap((columns) => [...columns]))
      if (this.columns.has(name)) continue;
      else if (isKnown(column)) further.set(name, column);
      else return false;
    const combinations = [...further.values()].reduce((product, { values }) => product * (values.length + 1), 1);
    if (further.size > 0 && this.combinations * combinations > most) return false;
    this.combinations *= combinations;
    for (const [name, column] of further) this.columns.set(name, column);
    return true;
  }
}

const partsOf = (condition: Condition | null): readonly Condition[] =>
  condition === null ? [] : condition.is === 'and' ? condition.parts.flatMap(partsOf) : [condition];

/** The factors of a product. */
const factorsOf = (scalar: Scalar): readonly Scalar[] =>
  scalar.is === 'arithmetic' && scalar.sign === '*' ? scalar.parts.flatMap(factorsOf) : [scalar];

const product = (parts: readonly Scalar[]): Scalar =>
  parts.length === 1 ? parts[0]! : { is: 'arithmetic', sign: '*', parts };

/** A sum of which one factor is the same for all of a group; `sent`: the sum of the others, of those that are sent. */
interface Summand {
  here: Scalar | null;
  sent: number | null;
}

/**
 * Has respondents grouped by what stands in columns of the table, as far as few combinations of values come of it, and
 * works out here what is made of these: the engine counts, and looks nothing up.
 * @param most combinations
 * @example
 * // Respondents by the place of their site are asked for by the site itself.
 * const of = { is: 'column', name: 'site', as: 'text' };
 * const place = { is: 'lookup', of, cases: [{ values: ['North'], to: 1 }], otherwise: -1, blank: 0 };
 * const site = { kind: 'coded', codes: ['North'], parts: { place } };
 * const query = { where: null, by: [{ is: 'part', column: 1, part: 'place' }], sums: [], most: 9 };
 * grouped(query, () => site, 100).query.by[0].name; // 'site'
 */
export function grouped(query: Query, columns: (id: number) => LinkedColumn, most: number): Grouped {
  const { by, sums, made } = query;
  const rawsIn = rawColumnsIn(columns, made);
  const keys = new Keys();
  const isHere = by.map((key) => rawsIn(key).size > 0 && keys.take([rawsIn(key)], most));
  const conditions = partsOf(query.where);
  const few = Math.min(most, MOST_FIGURES / Math.max(1, sums.length));
  keys.take(
    sums.flatMap(factorsOf).flatMap((factor) => {
      const raws = rawsIn(factor);
      return [...raws.values()].every(isKnown) ? [raws] : [];
    }),
    few,
  );
  const localConditions = conditions.filter((condition) => keys.take([rawsIn(condition)], few));
  const { scalar, condition } = simplifier(columns, made);
  const rest = conditions.filter((one) => !localConditions.includes(one)).map(condition);
  const sent: Scalar[] = [];
  const at = new Map<string, number>();
  const send = (summand: Scalar): number => {
    const name = JSON.stringify(summand);
    const before = at.get(name);
    if (before !== undefined) return before;
    at.set(name, sent.length);
    return sent.push(scalar(summand)) - 1;
  };
  const summands = sums.map((sum): Summand => {
    const factors = factorsOf(sum);
    const here = factors.filter((factor) => keys.has(rawsIn(factor)));
    const others = factors.filter((factor) => !keys.has(rawsIn(factor)));
    return {
      here: here.length === 0 ? null : product(here),
      sent: others.length === 0 ? null : send(product(others)),
    };
  });
  // In the order of their names, so that the same columns are asked for in the same words.
  const raws = [...keys.columns.values()].sort((a, b) => (a.name < b.name ? -1 : 1));
  const others = by.filter((_, k) => !isHere[k]);
  const bare = raws.map(({ name, as }): Scalar => ({ is: 'column', name, as, bare: true }));
  const asked: Query = {
    where: rest.length === 0 ? null : all(rest),
    by: [...bare, ...others.map(scalar)],
    sums: sent,
    most: raws.length === 0 ? query.most : MOST_GROUPS,
    made,
  };
  const { value, holds } = evaluator(columns, made);
  const rowOf = ({ by: own }: AnswerRow): Row => Object.fromEntries(raws.map(({ name }, k) => [name, own[k] ?? null]));
  const read = (answer: Answer): Answer => {
    const rows = answer.flatMap((group): AnswerRow[] => {
      const row = rowOf(group);
      if (!localConditions.every((one) => holds(one, row))) return [];
      let next = raws.length;
      const own = by.map((key, k) => (isHere[k] ? value(key, row) : (group.by[next++] ?? null)));
      const figures = summands.map(({ here, sent: k }) => {
        const figure = k === null ? group.respondents : group.sums[k]!;
        return here ? Number(value(here, row) ?? 0) * figure : figure;
      });
      return [{ by: own, respondents: group.respondents, sums: figures }];
    });
    return answerWith(query, addUp(rows));
  };
  return { query: asked, read };
}
