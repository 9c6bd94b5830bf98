import { levelOf } from '../../level.js';
import type { Assessment } from '../../assess/types.js';
import { effectiveBase } from '../../table/share.js';
import { measureOf, testOf } from '../../statistic/registry.js';
import { sayTest } from '../cross/association.js';
import { isSignificant, quote } from '../cross/context.js';
import { leftOutCheck, offScaleCheck, SMALL_BASE, weightCheck } from '../cross/trust.js';
import { answer, type Answer, type Check, QUESTIONS } from '../types.js';
import { and } from '../../words.js';
import { LINES, type Whole, withinTest } from './context.js';

/** Whether the strata tell the same story. */
function homogeneity(whole: Whole, within: Assessment | null): Check[] {
  const { parts, withinTitle, measureId, confidence } = whole;
  const test = within?.tests['breslow-day'];
  if (test) {
    const even = test.p >= levelOf(confidence);
    const figures = sayTest('breslow-day', test);
    return [
      {
        ok: even,
        text: even
          ? `The odds ratios do not differ by more than chance (${testOf('breslow-day').name} ${figures}), ` +
            'so one common ratio sums them up.'
          : `The odds ratios differ (${testOf('breslow-day').name} ${figures}): one common ratio misleads. ` +
            `Read each ${withinTitle} by itself.`,
      },
    ];
  }
  const spans = parts.flatMap(({ label, measure }) =>
    measure?.lower !== undefined && measure.upper !== undefined
      ? [{ label, lower: measure.lower, upper: measure.upper }]
      : [],
  );
  const high = [...spans].sort((a, b) => b.lower - a.lower)[0];
  const low = [...spans].sort((a, b) => a.upper - b.upper)[0];
  if (!high || !low || spans.length < 2) return [];
  const { symbol } = measureOf(measureId);
  const apart = high.lower > low.upper;
  return [
    {
      ok: !apart,
      text: apart
        ? `The strength differs: the intervals of ${symbol} in ${quote(high.label)} and ${quote(low.label)} do ` +
          `not meet. Read each ${withinTitle} by itself.`
        : `The intervals of ${symbol} overlap, so the tables do not differ in strength by more than chance.`,
    },
  ];
}

/** Whether what is seen without the split is another thing than what is seen within it (Simpson 1951). */
function pooledCheck(whole: Whole, within: Assessment): Check[] {
  const { read, withinTitle, confidence, measureId } = whole;
  const lead = withinTest(whole, within);
  if (!lead) return [];
  const [alone, inside] = [isSignificant(read), lead.test.p < levelOf(confidence)];
  if (alone && !inside)
    return [
      {
        ok: false,
        text:
          `Taken together there is an association (${sayTest('pearson', within.tests.pearson ?? { p: 1 })}), ` +
          `and within ${withinTitle} none is shown: the groups differ in ${withinTitle}, and that alone may ` +
          'account for it.',
      },
    ];
  const pooled = within.measures[measureId]?.value ?? 0;
  const common = within.measures['common-odds-ratio']?.value;
  const sides = whole.parts.map(({ measure }) => Math.sign(measure?.value ?? 0)).filter((side) => side !== 0);
  const signed = read.twoByTwo || (read.rowsOrdered && read.columnsOrdered);
  const against =
    signed && inside && common !== undefined
      ? Math.sign(Math.log(common)) === -Math.sign(pooled) && pooled !== 0
      : signed && sides.length > 0 && sides.every((side) => side === -Math.sign(pooled));
  return against
    ? [
        {
          ok: false,
          text:
            `Taken together the association runs the other way than within ${withinTitle}: say which of the two ` +
            'is meant.',
        },
      ]
    : [];
}

/** Can it be trusted, over all strata? */
export function trust(whole: Whole, within: Assessment | null): Answer {
  const { split, bare } = whole;
  const thin = split.strata.filter(({ table }) => table.base > 0 && effectiveBase(table) < SMALL_BASE);
  const name = (labels: readonly string[]) => and(labels.slice(0, LINES).map(quote));
  return answer('trust', QUESTIONS.trust, {
    checks: [
      ...homogeneity(whole, within),
      ...(within ? pooledCheck(whole, within) : []),
      ...(thin.length > 0
        ? [{ ok: false, text: `Base under ${SMALL_BASE}: ${name(thin.map(({ label }) => label))}.` }]
        : []),
      ...(bare.length > 0
        ? [{ ok: true, text: `There is nothing to compare in ${name(bare)}; left out of the tests.` }]
        : []),
      ...weightCheck(split.all),
      ...offScaleCheck(split.all, 'in the percentages, and in no test or measure over these tables'),
      ...leftOutCheck(split.all),
    ],
  });
}
