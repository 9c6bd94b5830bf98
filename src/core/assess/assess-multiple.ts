import { Fault } from '../fault.js';
import { adjust, type Adjustment } from '../infer/adjust.js';
import { equalMention } from '../infer/equal-mention.js';
import type { Mentions } from '../statistic/mentions.js';
import { assessTable } from './assess-table.js';
import { recordTest } from './record.js';
import { type Assessment, emptyAssessment, type OptionResult } from './types.js';
import type { MultipleRequest, TableRequest } from './requests.js';

const square = (size: number) => Array.from({ length: size }, () => new Array<number>(size).fill(0));

function wrong(respondent: number, what: string, mend: string, field: string): Fault {
  return new Fault('invalid', `Respondent ${respondent + 1} ${what}.`, mend, {
    field: `multiple.${field}[${respondent}]`,
  });
}

/** Options mentioned together are held in a square array for each group. */
const MOST_OPTIONS = 2_000;
const MOST_TOGETHER = 20_000_000;

/**
 * Adds respondents up to what the tests stand on. An option mentioned twice by one respondent counts once.
 * @throws Fault naming the respondent
 */
export function mentionsOf({ groups, mentions, options, weights }: MultipleRequest['multiple']): Mentions {
  if (mentions.length !== groups.length || (weights && weights.length !== groups.length)) {
    throw new Fault(
      'invalid',
      `There are ${groups.length} groups, ${mentions.length} lists of ` +
        `mentions${weights ? ` and ${weights.length} weights` : ''}.`,
      'Give one of each for every respondent.',
      { field: 'multiple' },
    );
  }
  const most = groups.reduce((x, y) => Math.max(x, y), 0) + 1;
  if (options > MOST_OPTIONS || most * options ** 2 > MOST_TOGETHER) {
    throw new Fault(
      'too-large',
      `${options} options by ${most} groups are more than are counted together.`,
      'Merge options or groups first.',
      { field: 'multiple' },
    );
  }
  const all: Mentions['groups'] = [];
  const [first = 1] = weights ?? [];
  const weighted = weights?.some((w) => w !== first) ?? false;
  groups.forEach((g, k) => {
    if (!Number.isInteger(g) || g < 0) throw wrong(k, `is in group ${g}`, 'Groups count from 0.', 'groups');
    const w = weights?.[k] ?? 1;
    if (!Number.isFinite(w) || w <= 0)
      throw wrong(k, `has a weight of ${w}`, 'Weights are above 0; leave out who has none.', 'weights');
    while (all.length <= g) {
      all.push({ n: 0, weight: 0, square: 0, together: square(options), squares: square(options) });
    }
    const group = all[g]!;
    group.n++;
    group.weight += w;
    group.square += w * w;
    const mine = [...new Set(mentions[k])];
    const bad = mine.find((option) => !Number.isInteger(option) || option < 0 || option >= options);
    if (bad !== undefined)
      throw wrong(k, `mentions option ${bad} of ${options}`, `Options count from 0 to ${options - 1}.`, 'mentions');
    for (const option of mine) {
      for (const other of mine) {
        group.together[option]![other]! += w;
        group.squares[option]![other]! += w * w;
      }
    }
  });
  return { groups: weighted ? all : all.map(unweighted(first)), options, weighted };
}

/** Takes one and the same weight out, so that sums are respondents. */
function unweighted(w: number) {
  return (group: Mentions['groups'][number]): Mentions['groups'][number] => ({
    ...group,
    weight: group.n,
    square: group.n,
    together: group.together.map((row) => row.map((sum) => Math.round(sum / w))),
    squares: group.squares.map((row) => row.map((sum) => Math.round(sum / w ** 2))),
  });
}

/** Of each group: respondents, the sum of their weights, and of the squares of these. */
interface ByGroup {
  n: readonly number[];
  sums: readonly number[];
  squares: readonly number[];
}

/** An option as a table of two lines: those of each group who mentioned it, and the rest. */
export function mentionedOrNot(
  mine: ByGroup,
  all: ByGroup,
  weighted: boolean,
): Pick<TableRequest, 'counts' | 'weights'> {
  const counts = [[...mine.n], all.n.map((n, g) => n - mine.n[g]!)];
  if (!weighted) return { counts };
  // What is left when everybody mentions an option is rounding, not weight.
  const split = (part: 'sums' | 'squares') => [
    [...mine[part]],
    all[part].map((whole, g) => (counts[1]![g] === 0 ? 0 : whole - mine[part][g]!)),
  ];
  const sums = split('sums');
  // A difference of long sums is rounded; squares stay between what their sums allow.
  const squares = split('squares').map((line, side) =>
    line.map((square, g) => {
      const [n, sum] = [counts[side]![g]!, sums[side]![g]!];
      return n === 0 ? 0 : Math.min(sum ** 2, Math.max(sum ** 2 / n, square));
    }),
  );
  return { counts, weights: { sums, squares } };
}

/**
 * A multiple-response question by groups that do not overlap: each option mentioned or not, p adjusted over the
 * options, and one test that every option is mentioned at the same rate in all groups.
 * @param respondents for each option and group, who mentioned it; the same as the sums where there are no weights
 */
export function assessMentions(
  mentions: Mentions,
  respondents: readonly (readonly number[])[],
  { confidence, adjustment = 'holm' }: { confidence?: number | undefined; adjustment?: Adjustment | undefined },
): Assessment {
  const { groups, options, weighted } = mentions;
  const add = (part: 'n' | 'weight' | 'square') => groups.reduce((sum, group) => sum + group[part], 0);
  const result = emptyAssessment({
    N: add('weight'),
    respondents: add('n'),
    effective: add('square') > 0 ? add('weight') ** 2 / add('square') : 0,
    rows: options,
    columns: groups.length,
  });
  for (let option = 0; option < options; option++) {
    const own = (part: 'together' | 'squares') => groups.map((group) => group[part][option]![option]!);
    const { counts, weights } = mentionedOrNot(
      { n: respondents[option]!, sums: own('together'), squares: own('squares') },
      {
        n: groups.map(({ n }) => n),
        sums: groups.map(({ weight }) => weight),
        squares: groups.map(({ square }) => square),
      },
      weighted,
    );
    const assessment = assessTable({ counts, weights, confidence, groups: 'columns', exact: { method: 'none' } });
    const lead = assessment.tests['rao-scott'] ?? assessment.tests.pearson;
    if (!lead) continue;
    const spread = (line: readonly number[] | undefined) => {
      let at = 0;
      return groups.map((_, g) => (assessment.dropped.columns.includes(g) ? 0 : (line?.[at++] ?? 0)));
    };
    result.options.push({
      option,
      rates: groups.map((group) => (group.n === 0 ? 0 : group.together[option]![option]! / group.weight)),
      tests: assessment.tests,
      measures: assessment.measures,
      adjustedP: lead.p,
      residuals: spread(assessment.cells?.adjustedResidual[0]),
      expected: spread(assessment.cells?.expected[0]),
    });
  }
  const adjusted = adjust(
    result.options.map(({ adjustedP }) => adjustedP),
    adjustment,
  );
  result.options.forEach((option: OptionResult, k) => (option.adjustedP = adjusted[k]!));
  const { result: overall, left } = equalMention(mentions);
  recordTest(result, 'equal-mention', overall);
  if (left.length > 0) {
    result.cautions.push({
      id: 'options-left-out',
      text:
        'Left out of the overall test because nobody or everybody mentions them: ' +
        `option${left.length > 1 ? 's' : ''} ${left.map((k) => k + 1).join(', ')}.`,
    });
  }
  return result;
}

/** The same from a request that lists respondents. @throws Fault naming the respondent */
export function assessMultiple(request: MultipleRequest): Assessment {
  const { multiple } = request;
  const mentions = mentionsOf(multiple);
  const respondents = Array.from({ length: multiple.options }, () => mentions.groups.map(() => 0));
  multiple.groups.forEach((g, k) => {
    for (const option of new Set(multiple.mentions[k])) respondents[option]![g]!++;
  });
  return assessMentions(mentions, respondents, request);
}
