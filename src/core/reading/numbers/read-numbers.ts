import type { Assessment } from '../../assess/types.js';
import { whole } from '../../figures.js';
import { levelOf } from '../../level.js';
import {
  findMeasure,
  type MeasureId,
  NUMBER_MEASURES,
  NUMBER_TESTS,
  type TestId,
  testOf,
} from '../../statistic/registry.js';
import { varianceOf } from '../../table/group-figures.js';
import type { Table } from '../../table/table.js';
import { and } from '../../words.js';
import { sayTest, testLines, verdictOfP } from '../cross/association.js';
import { detailOf } from '../cross/strength.js';
import { leftOutCheck, thinCheck, weightCheck } from '../cross/trust.js';
import { skewCheck } from '../read-number.js';
import { type Size, sizeVerdict, type SizeWords } from '../size-words.js';
import { answer, type Answer, type Check, QUESTIONS, type ReadCell, type ReadMeasure } from '../types.js';
import { coefficient, percent, sayP } from '../words.js';
import { isShown, leadOf, type NumberLead, rankTestOf, type ReadNumbers, readNumbersOf } from './context.js';

const ADJUSTED = { holm: 'Holm', bonferroni: 'Bonferroni', 'benjamini-hochberg': 'Benjamini-Hochberg' } as const;

/** Of a test of spreads, what it says is among the checks. */
const OF_MEANS: readonly TestId[] = [
  ...NUMBER_TESTS.map(({ id }) => id).filter((id) => id !== 'levene'),
  'kruskal-wallis',
];

function disagreement(lead: NumberLead, ranks: NumberLead | null, confidence: number): string[] {
  if (!ranks || ranks.id === lead.id || isShown(lead, confidence) === isShown(ranks, confidence)) return [];
  const says = (of: NumberLead) =>
    `${isShown(of, confidence) ? 'shows a difference' : 'shows none'} (${sayP(of.test.p)})`;
  return [
    `The test of the means ${says(lead)}, and the test on ranks ${says(ranks)}: ` +
      'a few far values may carry the means. Compare the medians.',
  ];
}

function reasons({ result }: ReadNumbers, lead: NumberLead): string[] {
  const { respondents, effective } = result.base;
  if (lead.id === 'design-f')
    return [
      `The weights make ${whole(respondents)} respondents count as ${whole(effective)}; the test allows for that.`,
    ];
  const welch = result.absent.find(({ id }) => id === (result.base.columns === 2 ? 'welch-t' : 'welch-anova'));
  if (welch) return [`The verdict stands on the test on ranks. No test of the means: ${welch.reason}`];
  return ["The verdict stands on Welch's test, which holds whether or not the spreads of the groups are alike."];
}

function association(read: ReadNumbers, lead: NumberLead): Answer {
  const { result, confidence } = read;
  const ranks = rankTestOf(result);
  const rank = (id: string) => (id === lead.id ? 0 : id === ranks?.id ? 1 : 2);
  const lines = OF_MEANS.flatMap((id) => {
    const test = result.tests[id];
    return test ? testLines(id, test, id === lead.id) : [];
  });
  const tests = lines.sort((a, b) => rank(a.id) - rank(b.id));
  return answer('association', QUESTIONS.association, {
    verdict: verdictOfP(lead.test.p, levelOf(confidence)),
    tests: tests.map((test) => ({ ...test, beside: test.id === ranks?.id && ranks.id !== lead.id })),
    notes: [...disagreement(lead, ranks, confidence), ...reasons(read, lead)],
  });
}

/** The measures that lead. */
const leadMeasures = ({ base, measures }: Assessment): MeasureId[] =>
  base.columns === 2
    ? measures['hedges-g']
      ? ['hedges-g', 'mean-difference']
      : ['mean-difference', 'eta-squared']
    : measures['omega-squared']
      ? ['omega-squared', 'eta-squared']
      : ['eta-squared'];

/** How far a measure without ends of its own is drawn. */
function reachOf(values: readonly (number | undefined)[]): number {
  const most = Math.max(...values.map((value) => Math.abs(value ?? 0)));
  return most > 0 ? most * 1.25 : 1;
}

function lineOf(id: MeasureId, { measures }: Assessment, isLead: boolean): ReadMeasure[] {
  const measure = measures[id];
  const record = findMeasure(id);
  if (!measure || !record) return [];
  const { value, lower, upper } = measure;
  const isShare = id.endsWith('-squared');
  const reach = reachOf([value, lower, upper]);
  return [
    {
      id,
      name: record.name,
      about: record.about,
      value,
      lower: lower ?? null,
      upper: upper ?? null,
      range: isShare ? [0, 1] : (record.range ?? [-reach, reach]),
      unit: 'coefficient',
      note: measure.noInterval ?? null,
      detail: detailOf(measure),
      lead: isLead,
    },
  ];
}

/** Eta, which stands on a correlation's scale. */
function sizeOf({ measures }: Assessment): Size | null {
  const square = measures['eta-squared'];
  if (!square) return null;
  const root = (value: number | undefined) => (value === undefined ? null : Math.sqrt(Math.max(0, value)));
  return { symbol: 'η', value: Math.sqrt(square.value), lower: root(square.lower), upper: root(square.upper) };
}

function strength({ result, title, by, confidence }: ReadNumbers, lead: NumberLead, sizes?: SizeWords): Answer {
  const leads = leadMeasures(result);
  const rest = NUMBER_MEASURES.map(({ id }) => id).filter((id) => !leads.includes(id));
  const size = sizeOf(result);
  const explained = result.measures['eta-squared'];
  const isSaid = explained && isShown(lead, confidence);
  return answer('strength', QUESTIONS.strength, {
    verdict: sizeVerdict(size, sizes),
    size,
    measures: [...leads, ...rest].flatMap((id) => lineOf(id, result, leads.includes(id))),
    notes: isSaid ? [`${by} accounts for ${percent(explained.value)} of the spread in ${title} (eta squared).`] : [],
  });
}

const sd = (variance: number | null) => (variance === null ? 0 : Math.sqrt(variance));

/** Which groups stand above which, by the comparisons two by two. */
function where({ table, result: { means }, groups, figure }: ReadNumbers): Answer {
  const byMean = [...groups].sort((a, b) => b.numbers.mean - a.numbers.mean);
  const [highest, lowest] = [byMean[0], byMean.at(-1)];
  const cells = (means?.above ?? []).flatMap((lower, k): ReadCell[] => {
    const group = groups[k];
    if (!group || lower.length === 0) return [];
    const labels = lower.map((other) => groups[other]?.label ?? '');
    const subject = `${group.label}, mean ${figure(group.numbers.mean)}`;
    return [{ subject, parts: [{ text: `higher than ${and(labels)}`, direction: 'more', strong: true }] }];
  });
  const pairs = means?.pairs.length ?? 0;
  const isWeighted = table.numbers?.ties === null;
  const how =
    pairs > 1
      ? ` Means two by two by ${isWeighted ? 'their weighted standard errors' : "Welch's t"}, p adjusted ` +
        `over all ${whole(pairs)} pairs (${ADJUSTED[means!.adjustment]}).`
      : '';
  return answer('where', QUESTIONS.where, {
    verdict:
      highest && lowest && highest !== lowest
        ? `Highest in ${highest.label} (mean ${figure(highest.numbers.mean)}), lowest in ${lowest.label} ` +
          `(${figure(lowest.numbers.mean)}).`
        : null,
    cells,
    notes: [
      ...(pairs > 0 && cells.length === 0 ? [`No two groups differ by more than chance.${how}`] : []),
      ...(cells.length > 0 && how !== '' ? [how.trim()] : []),
    ],
  });
}

/** Whether the groups spread alike, and what that matters. */
function spreadCheck({ result, groups, figure, confidence }: ReadNumbers): Check[] {
  const test = result.tests.levene;
  if (!test) return [];
  const spreads = groups.map(({ numbers }) => sd(varianceOf(numbers)));
  const range = `standard deviations from ${figure(Math.min(...spreads))} to ${figure(Math.max(...spreads))}`;
  const said = `${range}; ${testOf('levene').name}: ${sayTest('levene', test)}`;
  return test.p < levelOf(confidence)
    ? [
        {
          ok: true,
          text: `The groups spread differently (${said}). Welch's test allows for that, other tests of means do not.`,
        },
      ]
    : [{ ok: true, text: `The groups spread alike, as far as can be seen (${said}).` }];
}

function trust(read: ReadNumbers): Answer {
  const { table, result } = read;
  const gone = result.dropped.columns.map((j) => `“${table.columns?.categories[j]?.label ?? ''}”`);
  const { all } = table.numbers ?? { all: null };
  return answer('trust', QUESTIONS.trust, {
    checks: [
      ...spreadCheck(read),
      ...(all ? [skewCheck({ mean: all.mean, median: all.median, sd: sd(varianceOf(all)) })] : []),
      ...thinCheck(table),
      ...weightCheck(table),
      ...(gone.length > 0 ? [{ ok: true, text: `Nobody is in ${and(gone)}; left out of the tests.` }] : []),
      ...leftOutCheck(table),
    ],
  });
}

/** "ω² = .02 [.01, .05]", or what else leads. */
function sayMeasure(id: MeasureId, { measures }: Assessment, say: (value: number) => string): string[] {
  const measure = measures[id];
  if (!measure) return [];
  const { value, lower, upper } = measure;
  const interval = lower === undefined || upper === undefined ? '' : ` [${say(lower)}, ${say(upper)}]`;
  return [`${findMeasure(id)!.symbol} = ${say(value)}${interval}`];
}

function say(read: ReadNumbers, lead: NumberLead): Answer {
  const { title, by, groups, result, figure, confidence, table } = read;
  const group = (k: number) => {
    const { label, numbers } = groups[k]!;
    return `${label} (M = ${figure(numbers.mean)}, SD = ${figure(sd(varianceOf(numbers)))}, n = ${whole(numbers.n)})`;
  };
  const order = groups.map((_, k) => k).sort((a, b) => groups[b]!.numbers.mean - groups[a]!.numbers.mean);
  const [high = 0, low = 0] = [order[0], order.at(-1)];
  const figures = [
    sayTest(lead.id, lead.test),
    ...leadMeasures(result)
      .slice(0, groups.length === 2 ? 2 : 1)
      .flatMap((id) => sayMeasure(id, result, id === 'mean-difference' ? figure : (value) => coefficient(value))),
    `N = ${whole(table.base)}${table.weighted ? ', weighted' : ''}`,
  ].join(', ');
  const two = groups.length === 2;
  const tale = two
    ? `is ${isShown(lead, confidence) ? 'higher' : 'not shown to be higher'} in ${group(high)} than in ${group(low)}`
    : isShown(lead, confidence)
      ? `differs by ${by}, highest in ${group(high)} and lowest in ${group(low)}`
      : `is not shown to differ by ${by}, from ${group(low)} to ${group(high)}`;
  return answer('say', QUESTIONS.say, { sentence: `${title} ${tale}: ${figures}.` });
}

/** The five answers for numbers in groups that do not overlap. */
export function readNumbers(table: Table, result: Assessment, confidence: number, sizes?: SizeWords): Answer[] {
  if (!table.numbers) return [];
  const read = readNumbersOf(table, table.numbers, result, confidence);
  const lead = leadOf(result);
  if (!lead) {
    const reason = result.absent[0]?.reason ?? 'There is nothing to compare.';
    return [answer('association', QUESTIONS.association, { verdict: 'Nothing to test.', notes: [reason] })];
  }
  return [association(read, lead), strength(read, lead, sizes), where(read), trust(read), say(read, lead)];
}
