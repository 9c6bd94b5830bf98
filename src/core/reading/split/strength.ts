import type { Assessment, MeasureId } from '../../assess.js';
import type { MeasureResult } from '../../measure/result.js';
import { MEASURE_WORDS } from '../about.js';
import { quote, type Read } from '../cross/context.js';
import { lineOf, sizeWord } from '../cross/strength.js';
import { answer, type Answer, QUESTIONS, type ReadMeasure } from '../types.js';
import { and, ratio } from '../words.js';
import { LINES, type Part, type Whole } from './context.js';

/** Which way the association runs in the strata, by the labels. */
function directions(whole: Whole, common: MeasureResult | undefined): string[] {
  const { read, parts, withinTitle } = whole;
  const row = (k: number) => quote(read.table.rows.categories[read.rowsKept.at(k) ?? 0]?.label ?? '');
  const column = (k: number) => quote(read.table.columns?.categories[read.columnsKept.at(k) ?? 0]?.label ?? '');
  if (read.twoByTwo) {
    if (!common || common.value === 1 || (common.p ?? 1) >= 1 - read.confidence) return [];
    const [more, less] = common.value > 1 ? [column(0), column(1)] : [column(1), column(0)];
    return [
      `Within the same ${withinTitle}, the odds of ${row(0)} are ${ratio(Math.max(common.value, 1 / common.value))} times as high among ${more} as among ${less}.`,
    ];
  }
  if (!read.rowsOrdered || !read.columnsOrdered) return [];
  const sided = parts.filter(({ p, measure }) => p < 1 - read.confidence && measure !== undefined);
  const up = sided.filter(({ measure }) => (measure?.value ?? 0) > 0);
  const down = sided.filter(({ measure }) => (measure?.value ?? 0) < 0);
  const tell = (those: readonly Part[], near: string) =>
    those.length === 0
      ? []
      : [
          `${read.columnTitle} nearer ${column(0)} goes with ${read.rowTitle} nearer ${near} in ${and(those.slice(0, 6).map(({ label }) => quote(label)))}${those.length > 6 ? ' and others' : ''}.`,
        ];
  return [...tell(up, row(0)), ...tell(down, row(-1))];
}

/** How strong in each, which way, and what sums them up. */
export function strength(whole: Whole, within: Assessment | null): Answer {
  const { parts, read, measureId } = whole;
  const common = within?.measures['common-odds-ratio'];
  const line = (id: MeasureId, measure: MeasureResult, name: string | null, lead: boolean, of: Read): ReadMeasure => {
    const found = lineOf(id, measure, lead, of);
    return name === null ? found : { ...found, name };
  };
  const { symbol } = MEASURE_WORDS[measureId];
  const each = parts.flatMap(({ label, measure, read: mine }, k) =>
    measure
      ? [{ ...line(measureId, measure, `${label}, ${symbol}`, k < LINES, mine), id: `${measureId}@${label}` }]
      : [],
  );
  const pooled = within?.measures[measureId];
  const sizes = parts.flatMap(({ measure }) => (measure ? [Math.abs(measure.value)] : []));
  const [least, most] = [sizeWord(Math.min(...sizes)), sizeWord(Math.max(...sizes))];
  const verdict =
    sizes.length === 0 ? 'Cannot be said.' : least === most ? `${most}, in each.` : `From ${least} to ${most}.`;
  return answer('strength', QUESTIONS.strength, {
    verdict: verdict.charAt(0).toUpperCase() + verdict.slice(1),
    measures: [
      ...(common ? [line('common-odds-ratio', common, null, true, read)] : []),
      ...each,
      ...(pooled ? [line(measureId, pooled, `All together, ${symbol}`, false, read)] : []),
    ],
    notes: directions(whole, common),
  });
}
