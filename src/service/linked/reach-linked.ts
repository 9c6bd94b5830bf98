import { canonicalCode, parseNumber } from '../../core/codebook/number.js';
import { any, flag, oneOf, part } from '../../core/linked/build.js';
import type { LinkedColumn } from '../../core/linked/column.js';
import type { Condition } from '../../core/linked/expression.js';
import { type Asking, sumsOf } from '../../core/linked/query.js';
import type { Reach } from '../worker/reach-job.js';

/** Whether somebody has a code in a column. */
function hasCode(id: number, column: LinkedColumn, code: string): Condition {
  if (column.kind === 'coded') {
    const at = column.codes.indexOf(canonicalCode(code)) + 1;
    return oneOf(part(id, 'place'), at > 0 ? [at] : []);
  }
  if (column.kind !== 'number') return any([]);
  const number = parseNumber(code);
  if (number !== null) return oneOf(part(id, 'value'), [number]);
  const at = column.words.indexOf(code) + 1;
  return oneOf(part(id, 'word'), at > 0 ? [at] : []);
}

/** Counts respondents, each once, however many variables they have a code in. */
export function* reachLinked(
  wanted: readonly { code: string; columns: readonly number[] }[],
  columns: (id: number) => LinkedColumn,
): Asking<Reach> {
  const each = wanted.map(({ code, columns: ids }) => any(ids.map((id) => hasCode(id, columns(id), code))));
  const { sums } = yield* sumsOf([...each, any(each)].map(flag));
  return { each: sums.slice(0, -1), any: sums.at(-1) ?? 0 };
}
