import { levelOf } from '../../level.js';
import { byId } from '../../by-id.js';
import { whole as wholeNumber } from '../../figures.js';
import type { Assessment } from '../../assess/types.js';
import { type TestId, measureOf } from '../../statistic/registry.js';
import { titleOf } from '../../codebook/types.js';
import type { Split } from '../../table/split.js';
import { sayStatistic, sayTest, testLines, verdictOfP } from '../cross/association.js';
import { quote } from '../cross/context.js';
import { contrastOf, toldAnswer } from '../cross/direction.js';
import type { ReadOptions } from '../options.js';
import { answer, type Answer, QUESTIONS, type ReadTest } from '../types.js';
import { coefficient, ratio, sayChiSquare, sayP } from '../words.js';
import type { SplitAssessment } from './assess-split.js';
import { LINES, type Whole, wholeOf, withinTest } from './context.js';
import { strength } from './strength.js';
import { trust } from './trust.js';

const ASKED: readonly TestId[] = ['mantel-haenszel', 'breslow-day'];

function association(whole: Whole, within: Assessment): Answer {
  const { confidence, withinTitle, split } = whole;
  const lead = withinTest(whole, within);
  const lines = ASKED.flatMap((id) => {
    const test = within.tests[id];
    return test ? testLines(id, test, false) : [];
  });
  const tests = lines.map((line): ReadTest => ({ ...line, lead: line.id === lead?.id }));
  tests.sort((a, b) => Number(b.lead) - Number(a.lead));
  const pooled = within.tests.pearson;
  const notes = [
    `Respondents are compared only with others of the same ${withinTitle}, so differences between its ` +
      'categories play no part.',
    ...(pooled ? [`Without regard to ${withinTitle}: ${sayTest('pearson', pooled)}.`] : []),
  ];
  if (!lead) {
    const reason = byId(within.absent, 'mantel-haenszel')?.reason ?? 'There is nothing to compare.';
    return answer('association', QUESTIONS.association, { verdict: 'Nothing to test.', notes: [reason] });
  }
  return answer(
    'association',
    `${QUESTIONS.association.slice(0, -1)} within ${quote(titleOf(split.within.variable))}?`,
    { verdict: verdictOfP(lead.test.p, levelOf(confidence)), tests, notes },
  );
}

function where(whole: Whole): Answer {
  const { parts, confidence, withinTitle } = whole;
  const shown = parts.filter(({ p }) => p < levelOf(confidence));
  const verdict =
    shown.length === 0
      ? `In no ${withinTitle} by itself.`
      : shown.length === parts.length
        ? `In each ${withinTitle}.`
        : `In ${shown.length} of ${parts.length}.`;
  const ranked = [...parts].sort((a, b) => a.p - b.p);
  return answer('where', 'Where is it found?', {
    verdict,
    notes: [
      ...ranked
        .slice(0, 2 * LINES)
        .map(
          ({ label, lead, p }) =>
            `${quote(label)}: ` +
            (lead.id === 'fisher' ? "Fisher's exact, " : sayStatistic(lead.id, lead.test)) +
            `${sayP(p)}.`,
        ),
      ...(ranked.length > 2 * LINES ? [`${ranked.length - 2 * LINES} more, each with a larger p.`] : []),
      ...(parts.length > 1 ? [`Each p is adjusted over the ${parts.length} tables (Holm).`] : []),
    ],
  });
}

/** The strongest contrast of a stratum is said in its own reading; here the figures over all of them. */
function say(whole: Whole, within: Assessment): Answer {
  const { read, withinTitle, confidence, split } = whole;
  const lead = withinTest(whole, within);
  if (!lead) return answer('say', QUESTIONS.say, {});
  const common = within.measures['common-odds-ratio'];
  const rates = read.twoByTwo ? `: over all of them ${contrastOf(read, toldAnswer(read, undefined))}` : '';
  const figures = [
    sayChiSquare(lead.test, split.all.base),
    sayP(lead.test.p),
    ...(common
      ? [
          `common OR = ${ratio(common.value)}` +
            (common.lower === undefined || common.upper === undefined
              ? ''
              : ` [${ratio(common.lower)}, ${ratio(common.upper)}]`),
        ]
      : []),
  ].join(', ');
  const shown = lead.test.p < levelOf(confidence);
  return answer('say', QUESTIONS.say, {
    sentence: shown
      ? `Within ${withinTitle} (${whole.parts.length} tables), ${read.rowTitle} differed by ` +
        `${read.columnTitle}, Mantel-Haenszel ${figures}${rates}.`
      : `No association between ${read.rowTitle} and ${read.columnTitle} was shown within ${withinTitle} ` +
        `(${whole.parts.length} tables), Mantel-Haenszel ${figures}.`,
  });
}

/** Strata that no one test can take together: each by itself, p adjusted over them. */
function readApart(whole: Whole, why: string): Answer[] {
  const { parts, read, withinTitle, confidence } = whole;
  const least = Math.min(1, ...parts.map(({ p }) => p));
  const shown = parts.filter(({ p }) => p < levelOf(confidence));
  const best = [...parts].sort((a, b) => a.p - b.p)[0];
  const figures = best
    ? `${sayStatistic(best.lead.id, best.lead.test)}adjusted ${sayP(best.p)}` +
      (best.measure ? `, ${measureOf(whole.measureId).symbol} = ${coefficient(best.measure.value)}` : '')
    : '';
  return [
    answer('association', QUESTIONS.association, { verdict: verdictOfP(least, levelOf(confidence)), notes: [why] }),
    strength(whole, null),
    where(whole),
    trust(whole, null),
    answer('say', QUESTIONS.say, {
      sentence:
        shown.length === 0 || !best
          ? `No association between ${read.rowTitle} and ${read.columnTitle} was shown in any of ` +
            `${parts.length} tables within ${withinTitle}.`
          : `${read.rowTitle} differed by ${read.columnTitle} in ${shown.length} of ${parts.length} tables ` +
            `within ${withinTitle} (p adjusted over them), most in ${quote(best.label)}: ${figures}, n = ` +
            `${wholeNumber(best.read.table.base)}.`,
    }),
  ];
}

/** The five answers for a table of two single variables within a third. */
export function readStrata(
  split: Split,
  assessment: SplitAssessment,
  confidence: number,
  options: ReadOptions = {},
): Answer[] {
  const all = wholeOf(split, assessment, confidence, options);
  if (!all || all.parts.length === 0) {
    return [
      answer('association', QUESTIONS.association, {
        verdict: 'Nothing to test.',
        notes: ['In none of these tables are there two groups and two answers to compare.'],
      }),
    ];
  }
  if (!assessment.within) {
    return readApart(
      all,
      split.within.multiple
        ? `A respondent can be in several categories of ${all.withinTitle}, so its tables overlap and no test ` +
            'takes them together. Each table is tested by itself, p adjusted over them.'
        : split.all.weighted
          ? 'With weights no test takes the strata together: the Mantel-Haenszel statistics are for respondents ' +
            'who all count alike. Each table is tested by itself, p adjusted over them.'
          : 'There is only one table.',
    );
  }
  return [
    association(all, assessment.within),
    strength(all, assessment.within),
    where(all),
    trust(all, assessment.within),
    say(all, assessment.within),
  ];
}
