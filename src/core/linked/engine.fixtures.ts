import type { LinkedColumn } from './column.js';
import { type Condition, OWN, type Scalar } from './expression.js';
import type { Answer, AnswerRow, Asking, Query } from './query.js';

type Value = number | string | null;

/** A respondent, by the names of the table's columns. */
export type Row = Readonly<Record<string, Value>>;

const CALLED: Record<string, (...values: number[]) => number> = {
  abs: Math.abs,
  sqrt: Math.sqrt,
  ln: Math.log,
  exp: Math.exp,
  power: Math.pow,
  floor: Math.floor,
  least: Math.min,
  greatest: Math.max,
};

/** Works expressions out here, one respondent after the other: an engine without a database. */
export class TestEngine {
  constructor(
    readonly rows: readonly Row[],
    readonly columns: Map<number, LinkedColumn>,
  ) {}

  /** What a scalar is of a respondent. @param own the column that `OWN` means */
  value(of: Scalar, row: Row, own: LinkedColumn | undefined): Value {
    const number = (part: Scalar) => this.value(part, row, own) as number | null;
    switch (of.is) {
      case 'column': {
        const value = row[of.name] ?? null;
        if (value === null || value === '') return null;
        return of.as === 'number' ? Number(value) : String(value);
      }
      case 'part': {
        const column = of.column === OWN ? own : this.columns.get(of.column);
        const expression = column?.parts[of.part];
        if (!expression) throw new Error(`no part ${of.part} of ${of.column}`);
        return this.value(expression, row, column);
      }
      case 'whole':
      case 'number':
        return of.value;
      case 'nothing':
        return null;
      case 'case': {
        const chosen = of.when.find(([condition]) => this.holds(condition, row, own));
        return this.value(chosen ? chosen[1] : of.otherwise, row, own);
      }
      case 'lookup': {
        const value = this.value(of.of, row, own);
        if (value === null) return of.blank;
        return of.cases.find(({ values }) => values.includes(value))?.to ?? of.otherwise;
      }
      case 'arithmetic': {
        const values = of.parts.map(number);
        if (values.includes(null)) return null;
        const [first = 0, ...others] = values as number[];
        const join = { '+': (a: number, b: number) => a + b, '-': (a: number, b: number) => a - b };
        const more = { '*': (a: number, b: number) => a * b, '/': (a: number, b: number) => a / b };
        return others.reduce({ ...join, ...more }[of.sign], first);
      }
      case 'call': {
        const values = of.parts.map(number);
        return values.includes(null) ? null : CALLED[of.of]!(...(values as number[]));
      }
    }
  }

  holds(of: Condition, row: Row, own: LinkedColumn | undefined): boolean {
    switch (of.is) {
      case 'compare': {
        const [left, right] = [this.value(of.left, row, own), this.value(of.right, row, own)];
        if (left === null || right === null) return false;
        const signs = { '=': left === right, '<': left < right, '<=': left <= right, '>': left > right };
        return of.sign === '>=' ? left >= right : signs[of.sign];
      }
      case 'one-of': {
        const value = this.value(of.of, row, own);
        return value !== null && of.values.includes(value);
      }
      case 'is-nothing':
        return this.value(of.of, row, own) === null;
      case 'and':
        return of.parts.every((part) => this.holds(part, row, own));
      case 'or':
        return of.parts.some((part) => this.holds(part, row, own));
      case 'not':
        return !this.holds(of.part, row, own);
    }
  }

  answer({ where, by, sums, made }: Query): Answer {
    const groups = new Map<string, { by: Value[]; respondents: number; sums: number[] }>();
    if (by.length === 0) groups.set('[]', { by: [], respondents: 0, sums: sums.map(() => 0) });
    for (const row of this.rows) {
      if (where && !this.holds(where, row, made)) continue;
      const keys = by.map((key) => this.value(key, row, made));
      const name = JSON.stringify(keys);
      const group = groups.get(name) ?? { by: keys, respondents: 0, sums: sums.map(() => 0) };
      groups.set(name, group);
      group.respondents++;
      sums.forEach((sum, k) => (group.sums[k]! += Number(this.value(sum, row, made) ?? 0)));
    }
    return [...groups.values()] satisfies AnswerRow[];
  }

  /** Does work that asks. */
  run<T>(work: Asking<T>): T {
    let step = work.next();
    while (!step.done) step = work.next(step.value.map((query) => this.answer(query)));
    return step.value;
  }
}
