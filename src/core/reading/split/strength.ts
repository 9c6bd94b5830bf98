import { levelOf } from '../../level.js';
import type { Assessment } from '../../assess/types.js';
import type { MeasureResult } from '../../measure/result.js';
import { measureOf } from '../../statistic/registry.js';
import { quote } from '../cross/context.js';
import { type ShownMeasure, shownMeasure } from '../cross/shown-measure.js';
import { lineOf, sizeOf } from '../cross/strength.js';
import { sizeWord } from '../size-words.js';
import { answer, type Answer, QUESTIONS, type ReadMeasure } from '../types.js';
import { and } from '../../words.js';
import { capital, ratio } from '../words.js';
import { LINES, type Part, type Whole } from './context.js';

/** Which way the association runs in the strata, by the labels. */
function directions(whole: Whole, common: MeasureResult | undefined): string[] {
  const { read, parts, withinTitle } = whole;
  const row = (k: number) => quote(read.table.rows.categories[read.rowsKept.at(k) ?? 0]?.label ?? '');
  const column = (k: number) => quote(read.table.columns?.categories[read.columnsKept.at(k) ?? 0]?.label ?? '');
  if (read.twoByTwo) {
    if (!common || common.value === 1 || (common.p ?? 1) >= levelOf(read.confidence)) return [];
    const [more, less] = common.value > 1 ? [column(0), column(1)] : [column(1), column(0)];
    return [
      `Within the same ${withinTitle}, the odds of ${read.rowTitle} ${row(0)} are ` +
        `${ratio(Math.max(common.value, 1 / common.value))} times as high where ${read.columnTitle} is ${more} ` +
        `as where it is ${less}.`,
    ];
  }
  if (!read.rowsOrdered || !read.columnsOrdered) return [];
  const sided = parts.filter(({ p, measure }) => p < levelOf(read.confidence) && measure !== undefined);
  const up = sided.filter(({ measure }) => (measure?.value ?? 0) > 0);
  const down = sided.filter(({ measure }) => (measure?.value ?? 0) < 0);
  const tell = (those: readonly Part[], near: string) =>
    those.length === 0
      ? []
      : [
          `${read.columnTitle} nearer ${column(0)} goes with ${read.rowTitle} nearer ${near} in ` +
            `${and(those.slice(0, 6).map(({ label }) => quote(label)))}${those.length > 6 ? ' and others' : ''}.`,
        ];
  return [...tell(up, row(0)), ...tell(down, row(-1))];
}

/** A result that is shown as it is. */
const asIs = ({ value, lower, upper, noInterval }: MeasureResult): ShownMeasure => ({
  value,
  lower: lower ?? null,
  upper: upper ?? null,
  uncorrected: null,
  note: noInterval ?? null,
});

/** How strong in each, which way, and what sums them up. */
export function strength(whole: Whole, within: Assessment | null): Answer {
  const { parts, read, measureId } = whole;
  const common = within?.measures['common-odds-ratio'];
  const { symbol } = measureOf(measureId);
  const each = parts.flatMap(({ label, read: mine }, k): ReadMeasure[] => {
    const shown = shownMeasure(measureId, mine);
    if (!shown) return [];
    return [{ ...lineOf(measureId, shown, k < LINES, mine), name: `${label}, ${symbol}`, id: `${measureId}@${label}` }];
  });
  const pooled = within ? shownMeasure(measureId, { ...read, result: within }) : null;
  const sizes = parts.flatMap(({ read: mine }) => sizeOf(mine)?.value ?? []).map(Math.abs);
  const [least, most] = [Math.min(...sizes), Math.max(...sizes)].map((size) => sizeWord(size, read.sizes));
  const verdict =
    sizes.length === 0
      ? 'Cannot be said.'
      : least === most
        ? `${most ?? ''}, in each.`
        : `From ${least ?? ''} to ${most ?? ''}.`;
  return answer('strength', QUESTIONS.strength, {
    verdict: capital(verdict),
    measures: [
      ...(common ? [lineOf('common-odds-ratio', asIs(common), true, read)] : []),
      ...each,
      ...(pooled ? [{ ...lineOf(measureId, pooled, false, read), name: `All together, ${symbol}` }] : []),
    ],
    notes: directions(whole, common),
  });
}
