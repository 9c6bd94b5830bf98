import { whole as wholeNumber } from '../../figures.js';
import type { Assessment, MeasureId, TestId } from '../../assess.js';
import { titleOf } from '../../codebook/types.js';
import { adjust } from '../../infer/adjust.js';
import type { TestResult, Variant } from '../../infer/result.js';
import type { MeasureResult } from '../../measure/result.js';
import { effectiveBase, share } from '../../table/share.js';
import type { Split } from '../../table/split.js';
import { MEASURE_WORDS, TEST_WORDS } from '../about.js';
import { sayStatistic, sayTest, testLines, verdictOfP } from '../cross/association.js';
import { isSignificant, leadTest, quote, type Read, readOf } from '../cross/context.js';
import { leading, lineOf, sizeWord } from '../cross/strength.js';
import { leftOutCheck, SMALL_BASE, weightCheck } from '../cross/trust.js';
import { answer, type Answer, type Check, QUESTIONS, type ReadMeasure, type ReadTest } from '../types.js';
import { and, coefficient, percent, ratio, sayChiSquare, sayP } from '../words.js';
import type { SplitAssessment } from './assess-split.js';

/** One stratum that holds a table, with what was found in it. */
interface Part {
  label: string;
  read: Read;
  lead: ReturnType<typeof leadTest>;
  /** p of its leading test, adjusted over the strata (Holm). */
  p: number;
  measure: MeasureResult | undefined;
}

/** A split table of two single variables. */
interface Whole {
  split: Split;
  confidence: number;
  /** Title of the variable that splits. */
  withinTitle: string;
  read: Read;
  /** What leads in every stratum. */
  measureId: MeasureId;
  parts: Part[];
  /** Strata in which there is nothing to compare. */
  bare: string[];
}

function wholeOf(split: Split, known: SplitAssessment, confidence: number): Whole | null {
  const together = known.within ?? known.strata.find((one) => one?.cells);
  if (!together) return null;
  const read = readOf(split.all, together, confidence);
  const measureId = leading(read)[0] ?? 'cramers-v';
  const found = split.strata.flatMap(({ label, table }, k) => {
    const result = known.strata[k];
    if (!result?.cells) return [];
    const mine = readOf(table, result, confidence);
    return [{ label, read: mine, lead: leadTest(mine), measure: result.measures[measureId] }];
  });
  const adjusted = adjust(
    found.map(({ lead }) => lead.test.p),
    'holm',
  );
  const labels = new Set(found.map(({ label }) => label));
  return {
    split,
    confidence,
    withinTitle: titleOf(split.within.variable),
    read,
    measureId,
    parts: found.map((part, k) => ({ ...part, p: adjusted[k] ?? 1 })),
    bare: split.strata.flatMap(({ label }) => (labels.has(label) ? [] : [label])),
  };
}

/** The form of the test over strata that suits the variables, by its id in the list of tests. */
function formOf({ read }: Whole): { id: string; variant: Variant | null } {
  const { rowsOrdered, columnsOrdered, rowsKept, columnsKept, twoByTwo } = read;
  const rows = rowsOrdered || rowsKept.length === 2;
  const columns = columnsOrdered || columnsKept.length === 2;
  const variant =
    twoByTwo || !(rowsOrdered || columnsOrdered) ? null : rows && columns ? 'correlation' : 'row-mean-scores';
  return { id: `mantel-haenszel${variant === null ? '' : `:${variant}`}`, variant };
}

function withinTest(whole: Whole, { tests }: Assessment): { id: string; test: TestResult } | null {
  const { id, variant } = formOf(whole);
  const general = tests['mantel-haenszel'];
  const test = variant === null ? general : general?.variants?.[variant];
  return test ? { id, test } : general ? { id: 'mantel-haenszel', test: general } : null;
}

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
    `Respondents are compared only with others of the same ${withinTitle}, so differences between its categories play no part.`,
    ...(pooled ? [`Without regard to ${withinTitle}: ${sayTest('pearson', pooled)}.`] : []),
  ];
  if (!lead) {
    const reason = within.absent.find(({ id }) => id === 'mantel-haenszel')?.reason ?? 'There is nothing to compare.';
    return answer('association', QUESTIONS.association, { verdict: 'Nothing to test.', notes: [reason] });
  }
  return answer('association', `${QUESTIONS.association.slice(0, -1)} within ${quote(titleOf(split.within.variable))}?`, { verdict: verdictOfP(lead.test.p, 1 - confidence), tests, notes }); // prettier-ignore
}

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

const LINES = 6;

function strength(whole: Whole, within: Assessment | null): Answer {
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

function where(whole: Whole): Answer {
  const { parts, confidence, withinTitle } = whole;
  const shown = parts.filter(({ p }) => p < 1 - confidence);
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
            `${quote(label)}: ${lead.id === 'fisher' ? "Fisher's exact, " : sayStatistic(lead.id, lead.test)}${sayP(p)}.`,
        ),
      ...(ranked.length > 2 * LINES ? [`${ranked.length - 2 * LINES} more, each with a larger p.`] : []),
      ...(parts.length > 1 ? [`Each p is adjusted over the ${parts.length} tables (Holm).`] : []), // prettier-ignore
    ],
  });
}

/** Whether the strata tell the same story. */
function homogeneity(whole: Whole, within: Assessment | null): Check[] {
  const { parts, withinTitle, measureId, confidence } = whole;
  const test = within?.tests['breslow-day'];
  if (test) {
    const even = test.p >= 1 - confidence;
    const figures = sayTest('breslow-day', test);
    return [
      {
        ok: even,
        text: even
          ? `The odds ratios do not differ by more than chance (${TEST_WORDS['breslow-day'].name} ${figures}), so one common ratio sums them up.`
          : `The odds ratios differ (${TEST_WORDS['breslow-day'].name} ${figures}): one common ratio misleads. Read each ${withinTitle} by itself.`,
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
  const { symbol } = MEASURE_WORDS[measureId];
  const apart = high.lower > low.upper;
  return [
    {
      ok: !apart,
      text: apart
        ? `The strength differs: the intervals of ${symbol} in ${quote(high.label)} and ${quote(low.label)} do not meet. Read each ${withinTitle} by itself.`
        : `The intervals of ${symbol} overlap, so the tables do not differ in strength by more than chance.`,
    },
  ];
}

/** Whether what is seen without the split is another thing than what is seen within it (Simpson 1951). */
function pooledCheck(whole: Whole, within: Assessment): Check[] {
  const { read, withinTitle, confidence, measureId } = whole;
  const lead = withinTest(whole, within);
  if (!lead) return [];
  const [alone, inside] = [isSignificant(read), lead.test.p < 1 - confidence];
  if (alone && !inside)
    return [
      {
        ok: false,
        text: `Taken together there is an association (${sayTest('pearson', within.tests.pearson ?? { p: 1 })}), and within ${withinTitle} none is shown: the groups differ in ${withinTitle}, and that alone may account for it.`,
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
          text: `Taken together the association runs the other way than within ${withinTitle}: say which of the two is meant.`,
        },
      ]
    : [];
}

function trust(whole: Whole, within: Assessment | null): Answer {
  const { split, bare } = whole;
  const thin = split.strata.filter(({ table }) => table.base > 0 && effectiveBase(table) < SMALL_BASE);
  const name = (labels: readonly string[]) => and(labels.slice(0, LINES).map(quote));
  return answer('trust', QUESTIONS.trust, {
    checks: [
      ...homogeneity(whole, within),
      ...(within ? pooledCheck(whole, within) : []),
      ...(thin.length > 0 ? [{ ok: false, text: `Base under ${SMALL_BASE}: ${name(thin.map(({ label }) => label))}.` }] : []), // prettier-ignore
      ...(bare.length > 0 ? [{ ok: true, text: `There is nothing to compare in ${name(bare)}; left out of the tests.` }] : []), // prettier-ignore
      ...weightCheck(split.all),
      ...leftOutCheck(split.all),
    ],
  });
}

/** The strongest contrast of a stratum is said in its own reading; here the figures over all of them. */
function say(whole: Whole, within: Assessment): Answer {
  const { read, withinTitle, confidence, split } = whole;
  const lead = withinTest(whole, within);
  if (!lead) return answer('say', QUESTIONS.say, {});
  const common = within.measures['common-odds-ratio'];
  const [pair] = read.rowsKept;
  const rates =
    read.twoByTwo && pair !== undefined
      ? `: ${quote(read.table.rows.categories[pair]?.label ?? '')} was given by ${and(
          read.columnsKept.map(
            (j) =>
              `${percent(share(read.table, 'column', pair, j) ?? 0)} among ${quote(read.table.columns?.categories[j]?.label ?? '')}`,
          ),
        )} of all`
      : '';
  const figures = [
    sayChiSquare(lead.test, split.all.base),
    sayP(lead.test.p),
    ...(common
      ? [
          `common OR = ${ratio(common.value)}${common.lower === undefined || common.upper === undefined ? '' : ` [${ratio(common.lower)}, ${ratio(common.upper)}]`}`,
        ]
      : []),
  ].join(', ');
  const shown = lead.test.p < 1 - confidence;
  return answer('say', QUESTIONS.say, {
    sentence: shown
      ? `Within ${withinTitle} (${whole.parts.length} tables), ${read.rowTitle} differed by ${read.columnTitle}, Mantel-Haenszel ${figures}${rates}.`
      : `No association between ${read.rowTitle} and ${read.columnTitle} was shown within ${withinTitle} (${whole.parts.length} tables), Mantel-Haenszel ${figures}.`,
  });
}

/** Strata that no one test can take together: each by itself, p adjusted over them. */
function readApart(whole: Whole, why: string): Answer[] {
  const { parts, read, withinTitle, confidence } = whole;
  const least = Math.min(1, ...parts.map(({ p }) => p));
  const shown = parts.filter(({ p }) => p < 1 - confidence);
  const best = [...parts].sort((a, b) => a.p - b.p)[0];
  const figures = best
    ? `${sayStatistic(best.lead.id, best.lead.test)}adjusted ${sayP(best.p)}${best.measure ? `, ${MEASURE_WORDS[whole.measureId].symbol} = ${coefficient(best.measure.value)}` : ''}`
    : '';
  return [
    answer('association', QUESTIONS.association, { verdict: verdictOfP(least, 1 - confidence), notes: [why] }),
    strength(whole, null),
    where(whole),
    trust(whole, null),
    answer('say', QUESTIONS.say, {
      sentence:
        shown.length === 0 || !best
          ? `No association between ${read.rowTitle} and ${read.columnTitle} was shown in any of ${parts.length} tables within ${withinTitle}.`
          : `${read.rowTitle} differed by ${read.columnTitle} in ${shown.length} of ${parts.length} tables within ${withinTitle} (p adjusted over them), most in ${quote(best.label)}: ${figures}, n = ${wholeNumber(best.read.table.base)}.`,
    }),
  ];
}

/** The five answers for a table of two single variables within a third. */
export function readStrata(split: Split, known: SplitAssessment, confidence: number): Answer[] {
  const all = wholeOf(split, known, confidence);
  if (!all || all.parts.length === 0) {
    return [
      answer('association', QUESTIONS.association, {
        verdict: 'Nothing to test.',
        notes: ['In none of these tables are there two groups and two answers to compare.'],
      }),
    ];
  }
  if (!known.within) {
    return readApart(
      all,
      split.all.weighted
        ? 'With weights no test takes the strata together: the Mantel-Haenszel statistics are for respondents who all count alike. Each table is tested by itself, p adjusted over them.'
        : 'There is only one table.',
    );
  }
  return [association(all, known.within), strength(all, known.within), where(all), trust(all, known.within), say(all, known.within)]; // prettier-ignore
}
