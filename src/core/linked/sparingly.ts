import { addUp } from './add-up.js';
import type { LinkedColumn } from './column.js';
import type { Condition, Scalar } from './expression.js';
import { grouped, MOST_COMBINATIONS } from './grouped.js';
import { piecesOf } from './pieces.js';
import { type Answer, answerWith, type Asking, type Query } from './query.js';

const refersToParts = (of: Scalar | Condition): boolean => of.is === 'part' || piecesOf(of).some(refersToParts);

/** Expressions of a query as texts, so that the same are known again. */
interface Words {
  query: Query;
  where: string;
  by: readonly string[];
  sums: readonly string[];
  /** The column that is not kept yet, where something refers to it. */
  made: LinkedColumn | undefined;
}

function wordsOf(query: Query): Words {
  const { where, by, sums, made } = query;
  const roots = [...by, ...sums, ...(where ? [where] : [])];
  return {
    query,
    where: JSON.stringify(where),
    by: by.map((key) => JSON.stringify(key)),
    sums: sums.map((sum) => JSON.stringify(sum)),
    made: roots.some(refersToParts) ? made : undefined,
  };
}

/** Whether the answer of one query tells that of another: the same respondents in at least as many groups. */
const covers = (known: Words, wanted: Words): boolean =>
  known.where === wanted.where &&
  known.made === wanted.made &&
  wanted.by.every((key) => known.by.includes(key)) &&
  wanted.sums.every((sum) => known.sums.includes(sum));

function narrowed(known: Words, answer: Answer, wanted: Words): Answer {
  const keys = wanted.by.map((key) => known.by.indexOf(key));
  const sums = wanted.sums.map((sum) => known.sums.indexOf(sum));
  const rows = addUp(
    answer.map((row) => ({
      by: keys.map((k) => row.by[k]!),
      respondents: row.respondents,
      sums: sums.map((k) => row.sums[k]!),
    })),
  );
  return answerWith(wanted.query, rows);
}

/**
 * The same work with fewer and simpler queries: respondents are grouped by what stands in the table, and what an answer
 * tells already is not asked again as long as the work goes on.
 */
export function* sparingly<T>(
  work: Asking<T>,
  columns: (id: number) => LinkedColumn,
  most = MOST_COMBINATIONS,
): Asking<T> {
  const known: { words: Words; answer: Answer }[] = [];
  let step = work.next();
  while (!step.done) {
    const asked = step.value.map((query) => grouped(query, columns, most));
    const words = asked.map(({ query }) => wordsOf(query));
    // The finest groups first: others are told by them.
    const finest = [...words].sort((a, b) => b.by.length - a.by.length || b.sums.length - a.sums.length);
    const sent: Words[] = [];
    for (const wanted of finest)
      if (![...known.map((own) => own.words), ...sent].some((own) => covers(own, wanted))) sent.push(wanted);
    try {
      const answers = sent.length === 0 ? [] : yield sent.map(({ query }) => query);
      known.push(...sent.map((own, k) => ({ words: own, answer: answers[k]! })));
      const told = words.map((wanted, k) => {
        const source = known.find((own) => covers(own.words, wanted))!;
        return asked[k]!.read(narrowed(source.words, source.answer, wanted));
      });
      step = work.next(told);
    } catch (error) {
      // Whoever asks may know what to do without an answer.
      step = work.throw(error);
    }
  }
  return step.value;
}
