import type { LinkedColumn } from '../column.js';
import type { Condition, Scalar } from '../expression.js';
import { type Answer, AT_ONCE, MOST_GROUPS, type Query } from '../query.js';

/** Queries, and what is read out of their answers: so that many are asked at once. */
export interface Piece<T> {
  queries: readonly Query[];
  read: (answers: readonly Answer[]) => T;
}

/** Several pieces as one. */
export function together<T>(pieces: readonly Piece<T>[]): Piece<T[]> {
  return {
    queries: pieces.flatMap(({ queries }) => queries),
    read: (answers) => {
      let from = 0;
      return pieces.map(({ queries, read }) => read(answers.slice(from, (from += queries.length))));
    },
  };
}

/** A group of respondents with all sums that were asked for, however many queries it took. */
export interface Group {
  by: readonly (number | string | null)[];
  respondents: number;
  sums: number[];
}

/** Sums in groups, in as many queries as an engine takes figures at once. */
export function sumsBy(
  by: readonly Scalar[],
  sums: readonly Scalar[],
  where: Condition | null,
  made?: LinkedColumn,
): Piece<Group[]> {
  const queries: Query[] = [];
  for (let from = 0; from === 0 || from < sums.length; from += AT_ONCE)
    queries.push({ where, by, sums: sums.slice(from, from + AT_ONCE), most: MOST_GROUPS, made });
  return {
    queries,
    read: (answers) => {
      const groups = new Map<string, Group>();
      answers.forEach((answer, k) => {
        for (const row of answer) {
          const key = JSON.stringify(row.by);
          const group = groups.get(key) ?? { by: row.by, respondents: row.respondents, sums: [] };
          groups.set(key, group);
          row.sums.forEach((sum, j) => (group.sums[k * AT_ONCE + j] = sum));
        }
      });
      return [...groups.values()];
    },
  };
}
