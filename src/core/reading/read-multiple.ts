import { levelOf } from '../level.js';
import { whole } from '../figures.js';
import type { Assessment } from '../assess/types.js';
import { SMALL_EXPECTED } from '../assess/assess-table.js';
import { assessMentions } from '../assess/assess-multiple.js';
import { titleOf } from '../codebook/types.js';
import type { MeasureResult } from '../measure/result.js';
import { isUneven, share } from '../table/share.js';
import type { Table } from '../table/table.js';
import { sayStatistic, testLines, verdictOfP } from './cross/association.js';
import { leftOutCheck, thinCheck, weightCheck } from './cross/trust.js';
import { noteOf, detailOf } from './cross/strength.js';
import { type ShownMeasure, shownMeasure, shownW } from './cross/shown-measure.js';
import { measureOf } from '../statistic/registry.js';
import { quote } from './cross/context.js';
import { marksOf } from './marks.js';
import type { ReadOptions } from './options.js';
import { sizeVerdict } from './size-words.js';
import { testedOption } from './tested-option.js';
import { mentionsOfTable } from './mentions.js';
import { answer, type Answer, type Check, QUESTIONS, type ReadCell, type ReadMeasure } from './types.js';
import { and } from '../words.js';
import { percent, sayP } from './words.js';

const NAMED = 5;
const CELLS_NAMED = 2;

/** Options of which too few are expected to be mentioned, or not to be, in some group. */
function fewCheck(table: Table, { options }: Assessment, labels: readonly string[]): Check[] {
  if (isUneven(table) || options.length === 0) return [];
  const few = options.filter(({ expected }) =>
    expected.some((e, j) => {
      const base = table.columnBases[j] ?? 0;
      return base > 0 && Math.min(e, base - e) < SMALL_EXPECTED;
    }),
  );
  if (few.length === 0)
    return [
      { ok: true, text: `No option has an expected count below ${SMALL_EXPECTED} in any group, mentioned or not.` },
    ];
  const named = few.slice(0, NAMED).map(({ option }) => labels[option] ?? '');
  return [
    {
      ok: false,
      text:
        `Expected counts below ${SMALL_EXPECTED} in some group: ` +
        `${and(named)}${few.length > NAMED ? ` and ${few.length - NAMED} more` : ''}. Chi-square is doubtful ` +
        'there: merge small groups, or read these options with care.',
    },
  ];
}

/** The size of one option's difference by group: Cramer's V of mentioned or not. */
function lineOfOption(id: string, name: string, shown: ShownMeasure, measure: MeasureResult | undefined): ReadMeasure {
  const clamped = (end: number | null) => (end === null ? null : Math.min(1, Math.max(0, end)));
  return {
    id,
    name,
    value: shown.value,
    lower: clamped(shown.lower),
    upper: clamped(shown.upper),
    range: [0, 1],
    unit: 'coefficient',
    about: measureOf('cramers-v').about,
    note: noteOf(shown),
    detail: measure ? detailOf(measure) : null,
    lead: true,
  };
}

/**
 * A multiple-response question by groups that do not overlap. A respondent can be in several rows, so one chi-square
 * over all of them is not valid; each option is tested on its own (mentioned or not), p adjusted over the options.
 */
export function readMultiple(table: Table, confidence: number, { sizes }: ReadOptions = {}): Answer[] {
  const alpha = levelOf(confidence);
  const options = table.rows.categories.flatMap(({ kind, label }, i) => (kind === 'option' ? [{ i, label }] : []));
  const result = assessMentions(
    mentionsOfTable(table),
    options.map(({ i }) => table.cells[i] ?? []),
    { confidence },
  );
  const overall = table.together ? result.tests['equal-mention'] : undefined;
  const tested = result.options.flatMap((option) => {
    const { i, label } = options[option.option]!;
    const test = option.tests['rao-scott'] ?? option.tests.pearson;
    const of = testedOption(table, i, option, confidence);
    return test ? [{ i, label, test, p: option.adjustedP, of }] : [];
  });
  const sorted = tested.sort((a, b) => a.p - b.p || (b.test.statistic ?? 0) - (a.test.statistic ?? 0));
  const differ = sorted.filter(({ p }) => p < alpha);
  const rowTitle = titleOf(table.rows.variable);
  const columnTitle = table.columns ? titleOf(table.columns.variable) : '';
  const labels = table.columns?.categories.map(({ label }) => label) ?? [];
  const spread = (i: number) => {
    const rates = labels
      .map((label, j) => ({ label, j, rate: share(table, 'column', i, j) }))
      .filter((option): option is typeof option & { rate: number } => option.rate !== null)
      .sort((a, b) => b.rate - a.rate);
    return { top: rates[0], bottom: rates.at(-1) };
  };
  const marks = marksOf(table, null);
  const cells = differ.slice(0, NAMED).map(({ i, label }): ReadCell => {
    const marked = (marks?.[i] ?? [])
      .flatMap((mark, j) => (mark && mark.p < alpha ? [{ ...mark, j }] : []))
      .sort((a, b) => Math.abs(b.residual) - Math.abs(a.residual));
    return {
      subject: label,
      parts: marked.slice(0, CELLS_NAMED).map(({ j, residual, p }) => ({
        text:
          `${percent(share(table, 'column', i, j) ?? 0)} in ${labels[j] ?? ''}, overall ` +
          percent(share(table, 'column', i, null) ?? 0),
        direction: residual > 0 ? 'more' : 'fewer',
        strong: p < 0.001,
      })),
    };
  });
  const w = sorted[0] ? shownW(sorted[0].of) : null;
  const size = w && { symbol: 'w', value: w.value, lower: w.lower, upper: w.upper };
  const best = differ[0];
  const ends = best ? spread(best.i) : null;
  return [
    answer('association', QUESTIONS.association, {
      verdict: tested.length === 0 ? 'Nothing to test.' : verdictOfP(overall?.p ?? sorted[0]?.p ?? 1, alpha),
      tests: [
        ...(overall ? testLines('equal-mention', overall, true) : []),
        ...sorted.slice(0, NAMED).map(({ label, test, p, i }, rank) => ({
          id: `option-${i}`,
          name: label,
          text: `${sayStatistic('pearson', test)}adjusted ${sayP(p)}`,
          about:
            'Mentioned or not by group: ' +
            (test.df1 === undefined ? 'Pearson chi-square' : 'the corrected F of Rao and Scott') +
            ', p adjusted over all options (Holm).',
          lead: rank === 0 && !overall,
        })),
      ],
      notes: [
        `${differ.length} of ${tested.length} options differ by ${columnTitle}. A respondent can be in ` +
          'several rows, so each option is tested on its own; one chi-square over all rows would not be valid.',
        ...(table.together
          ? []
          : [
              'One test over all options needs to know which of them were mentioned together, and that is not ' +
                'known here.',
            ]),
      ],
    }),
    answer('strength', QUESTIONS.strength, {
      verdict: sorted[0] ? sizeVerdict(size, sizes) : null,
      size,
      measures: sorted.slice(0, NAMED).flatMap(({ label, of, i }) => {
        const shown = shownMeasure('cramers-v', of);
        return shown ? [lineOfOption(`cramers-v@${i}`, label, shown, of.result.measures['cramers-v'])] : [];
      }),
      notes: sorted
        .slice(0, 1)
        .map(
          ({ label }) =>
            `Of each option, mentioned or not by ${columnTitle}; the words are for the option ${quote(label)}.`,
        ),
    }),
    answer('where', QUESTIONS.where, {
      cells: cells.filter(({ parts }) => parts.length > 0),
      notes:
        differ.length === 0 ? ['No option is mentioned more in one group than in another by more than chance.'] : [],
    }),
    answer('trust', QUESTIONS.trust, {
      checks: [
        ...fewCheck(
          table,
          result,
          options.map(({ label }) => label),
        ),
        ...thinCheck(table),
        ...weightCheck(table),
        ...leftOutCheck(table),
      ],
    }),
    answer('say', QUESTIONS.say, {
      sentence:
        best && ends?.top && ends.bottom
          ? `${differ.length} of ${tested.length} options of ${rowTitle} differed by ${columnTitle} (N = ` +
            `${whole(table.base)}), ${best.label} most: mentioned by ` +
            `${percent(ends.top.rate)} in ${ends.top.label} and ${percent(ends.bottom.rate)} in ` +
            `${ends.bottom.label} (adjusted ${sayP(best.p)}).`
          : `No option of ${rowTitle} was shown to differ by ${columnTitle} (N = ${whole(table.base)}).`,
    }),
  ];
}
