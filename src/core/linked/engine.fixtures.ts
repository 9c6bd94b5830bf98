import type { LinkedColumn } from './column.js';
import { evaluator, type Row, type Value } from './evaluate.js';
import type { Scalar } from './expression.js';
import type { Answer, AnswerRow, Asking, Query } from './query.js';
import { simplifiedColumns } from './simplify.js';
import { sparingly } from './sparingly.js';

/** Works expressions out here, one respondent after the other: an engine without a database. */
export class TestEngine {
  constructor(
    readonly rows: readonly Row[],
    readonly columns: Map<number, LinkedColumn>,
  ) {}

  private readonly column = (id: number): LinkedColumn => {
    const column = this.columns.get(id);
    if (!column) throw new Error(`no column ${id}`);
    return column;
  };

  /** What a scalar is of a respondent. @param own the column that `OWN` means */
  value(of: Scalar, row: Row, own: LinkedColumn | undefined): Value {
    return evaluator(this.column, own).value(of, row);
  }

  /** What an engine answers. @param columns of the query, in other words perhaps */
  answer({ where, by, sums, made }: Query, columns = this.column): Answer {
    const { value, holds } = evaluator(columns, made);
    const groups = new Map<string, { by: Value[]; respondents: number; sums: number[] }>();
    if (by.length === 0) groups.set('[]', { by: [], respondents: 0, sums: sums.map(() => 0) });
    for (const row of this.rows) {
      if (where && !holds(where, row)) continue;
      const keys = by.map((key) => value(key, row));
      const name = JSON.stringify(keys);
      const group = groups.get(name) ?? { by: keys, respondents: 0, sums: sums.map(() => 0) };
      groups.set(name, group);
      group.respondents++;
      sums.forEach((sum, k) => (group.sums[k]! += Number(value(sum, row) ?? 0)));
    }
    return [...groups.values()] satisfies AnswerRow[];
  }

  /**
   * Does work that asks, in the words in which engines are asked.
   * @param most combinations of values in which respondents are told apart
   */
  run<T>(told: Asking<T>, most?: number): T {
    const work = sparingly(told, this.column, most);
    const simple = simplifiedColumns(this.column);
    let step = work.next();
    while (!step.done) step = work.next(step.value.map((query) => this.answer(simple.query(query), simple.column)));
    return step.value;
  }
}
