import { answerOf } from '../../core/linked/answer-of.js';
import { type LinkedTable, printQuery } from '../../core/linked/print.js';
import { simplifiedColumns } from '../../core/linked/simplify.js';
import { sparingly } from '../../core/linked/sparingly.js';
import type { Answer, Asking, Query } from '../../core/linked/query.js';
import { AT_ONCE, type Engine } from './engine.js';

/**
 * Does work that asks, with an engine: several statements at once, each answered by counts alone.
 * @param most combinations of values in which respondents are told apart
 */
export async function askedOf<T>(
  told: Asking<T>,
  engine: Engine,
  linked: LinkedTable,
  signal: AbortSignal | undefined,
  most?: number,
): Promise<T> {
  const work = sparingly(told, linked.columns, most);
  const simple = simplifiedColumns(linked.columns);
  const table = { ...linked, columns: simple.column };
  const isDivided = (table.apart ?? []).length > 0;
  const ask = async (query: Query): Promise<Answer> =>
    answerOf(query, await engine.rows(printQuery(simple.query(query), table, engine.dialect), signal), isDivided);
  let step = work.next();
  while (!step.done) {
    const queries = step.value;
    const answers: Answer[] = [];
    let next = 0;
    const worker = async () => {
      for (let k = next++; k < queries.length; k = next++) answers[k] = await ask(queries[k]!);
    };
    try {
      await Promise.all(Array.from({ length: Math.min(AT_ONCE, queries.length) }, worker));
    } catch (error) {
      // Whoever asks may know what to do without an answer.
      step = work.throw(error);
      continue;
    }
    step = work.next(answers);
  }
  return step.value;
}
