import { total } from '../numerics/total.js';
import { levelOf } from '../level.js';
import { whole } from '../figures.js';
import { assess } from '../assess.js';
import { SMALL_EXPECTED } from '../assess/assess-table.js';
import type { OneWayRequest } from '../assess/requests.js';
import { titleOf } from '../codebook/types.js';
import type { ExactOptions } from '../infer/exact/exact.js';
import type { TestResult } from '../infer/result.js';
import { wilsonOfShare } from '../infer/wilson.js';
import { effectiveBase, figuresOf, isUneven, mentionShare, share } from '../table/share.js';
import type { Table } from '../table/table.js';
import { testLines, verdictOfP } from './cross/association.js';
import { leftOutCheck, offScaleCheck, SMALL_BASE, weightCheck } from './cross/trust.js';
import { readTogether } from './read-together.js';
import { answer, type Answer, type Check, QUESTIONS, type ReadMeasure } from './types.js';
import { percent, sayChiSquare, sayP } from './words.js';

/** Counts are few where one is expected to be under 5; then p is worked out over all tables, or a sample of them. */
const FEW: ExactOptions = { work: 200_000, draws: 2_000 };

/**
 * The counts of a frequency table against equal or given shares; null for overlapping categories, for weights, and
 * where there is nothing to compare.
 * @param proportions for each category; categories that nobody can be in are left out
 */
export function oneWayRequestOf(table: Table, proportions?: readonly number[]): OneWayRequest | null {
  if (table.columns || table.mentions || isUneven(table) || table.base === 0) return null;
  const possible = table.rowTotals.flatMap((count, i) => (proportions?.[i] === 0 && count === 0 ? [] : [i]));
  if (possible.length < 2) return null;
  const counts = possible.map((i) => table.rowTotals[i] ?? 0);
  const shares = proportions && possible.map((i) => proportions[i] ?? 0);
  const all = shares ? total(shares) : counts.length;
  const least = (table.base * (shares ? Math.min(...shares) : 1)) / all;
  return { oneWay: { counts, proportions: shares }, exact: least < SMALL_EXPECTED ? FEW : { method: 'none' } };
}

/** Whether categories differ in frequency, or from the shares that are expected. */
function fit(test: TestResult, confidence: number, given: boolean): Answer {
  const lead = test.variants?.exact ? 'goodness-of-fit:exact' : 'goodness-of-fit';
  const tests = testLines('goodness-of-fit', test, false).map((line) => ({ ...line, lead: line.id === lead }));
  tests.sort((a, b) => Number(b.lead) - Number(a.lead));
  const p = test.variants?.exact?.p ?? test.p;
  return answer(
    'association',
    given ? 'Do they depart from the shares expected?' : 'Do they depart from equal shares?',
    {
      verdict: verdictOfP(p, levelOf(confidence)),
      tests,
      behind: !given,
      notes: given
        ? []
        : ['Few would expect equal shares. Type the shares that you expect, from a census or an earlier wave.'],
    },
  );
}

/**
 * What a frequency table says: what leads it, how sure that is, whether it is more than chance, and the sentence.
 * @param proportions shares that are expected; equal ones where not given
 */
export function readFrequency(table: Table, confidence: number, proportions?: readonly number[]): Answer[] {
  if (table.base === 0) return [];
  const ranked = table.rows.categories
    .map((category, i) => ({
      ...category,
      i,
      count: table.rowTotals[i] ?? 0,
      part: share(table, 'total', i, null) ?? 0,
    }))
    .filter(({ kind, count }) => (kind === 'answer' || kind === 'option') && count > 0)
    .sort((a, b) => b.part - a.part || a.i - b.i);
  const [first, second] = ranked;
  if (!first)
    return [
      answer('where', 'What leads?', { verdict: 'Nobody mentioned anything.', checks: [...leftOutCheck(table)] }),
    ];
  const title = titleOf(table.rows.variable);
  const sure = Math.round(confidence * 100);
  // With weights respondents count unevenly, and tell as much as fewer who count alike.
  const stands = effectiveBase(table);
  const figures = figuresOf(table);
  const shares = ranked.slice(0, 4).map(({ label, count, code, part }, rank): ReadMeasure => {
    const { lower, upper } = wilsonOfShare(part, stands, confidence);
    return {
      id: code,
      name: label,
      value: part,
      lower,
      upper,
      range: [0, 1],
      unit: 'share',
      note: null,
      detail: null,
      about:
        `${whole(count)} of ${whole(table.base)} respondents, with Wilson's ${sure}% ` +
        `interval${table.weighted ? ' on the effective base' : ''}.`,
      lead: rank < 4,
    };
  });
  const interval = wilsonOfShare(first.part, stands, confidence);
  const apart = second ? interval.lower > wilsonOfShare(second.part, stands, confidence).upper : true;
  const multiple = table.mentions !== null;
  const notes =
    multiple && table.mentions
      ? [
          'Respondents may give several answers, so percentages of respondents add to more than 100. ' +
            `${((figures.mentions?.total ?? 0) / figures.base).toFixed(1)} mentions for each respondent who ` +
            `answered; ${first.label} is ${percent(mentionShare(table, first.i, null) ?? 0)} of all mentions.`,
        ]
      : [];
  const checks: Check[] = [
    apart
      ? { ok: true, text: `${first.label} leads by more than chance: the intervals of the first two do not meet.` }
      : {
          ok: false,
          text: `${first.label} and ${second?.label ?? ''} are too close to call: their intervals overlap.`,
        },
    ...(stands < SMALL_BASE
      ? [{ ok: false, text: `The ${table.weighted ? 'effective ' : ''}base is under ${SMALL_BASE}.` }]
      : []),
    ...weightCheck(table),
    ...offScaleCheck(table, 'in the percentages, and in no score or mean'),
    ...leftOutCheck(table),
  ];
  const request = oneWayRequestOf(table, proportions);
  const fitted = request && assess(request).tests['goodness-of-fit'];
  const verb = multiple ? 'mentioned by' : 'given by';
  return [
    answer('where', 'What leads?', {
      verdict: `${first.label}, ${percent(share(table, 'total', first.i, null) ?? 0)}.`,
    }),
    answer('strength', 'How sure are these shares?', { measures: shares, notes }),
    ...readTogether(table, confidence),
    answer('trust', QUESTIONS.trust, { checks }),
    answer('say', QUESTIONS.say, {
      sentence:
        `${title}: “${first.label}” was ${verb} ${percent(first.part)} of ${whole(table.base)} respondents (` +
        (table.weighted ? `weighted, effective base ${whole(stands)}; ` : '') +
        `${sure}% interval ${percent(interval.lower)} to ${percent(interval.upper)})` +
        (second ? `, followed by “${second.label}” with ${percent(second.part)}` : '') +
        (proportions && fitted
          ? `; against the shares expected, ${sayChiSquare(fitted, table.base)}, ${sayP(fitted.p)}`
          : '') +
        '.',
    }),
    ...(fitted ? [fit(fitted, confidence, proportions !== undefined)] : []),
  ];
}
