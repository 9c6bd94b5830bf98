import { levelOf } from '../../level.js';
import { titleOf } from '../../codebook/types.js';
import { whole } from '../../figures.js';
import type { Split } from '../../table/split.js';
import { sayStatistic, verdictOfP } from '../cross/association.js';
import { leftOutCheck } from '../cross/trust.js';
import { answer, type Answer, QUESTIONS } from '../types.js';
import { and } from '../../words.js';
import { sayP } from '../words.js';
import type { SplitAssessment } from './assess-split.js';

const NAMED = 6;

/**
 * A multiple-response question by groups, within a third variable: each option mentioned or not, compared within the
 * strata (Mantel-Haenszel), p adjusted over the options.
 */
export function readOptionsWithin(
  { all, within, strata }: Split,
  { options }: SplitAssessment,
  confidence: number,
): Answer[] {
  const alpha = levelOf(confidence);
  const [rows, columns, third] = [all.rows, all.columns, within].map((axis) => (axis ? titleOf(axis.variable) : ''));
  const label = (row: number) => all.rows.categories[row]?.label ?? '';
  const ranked = [...options].sort((a, b) => a.p - b.p || (b.test.statistic ?? 0) - (a.test.statistic ?? 0));
  const differ = ranked.filter(({ p }) => p < alpha);
  return [
    answer('association', QUESTIONS.association, {
      verdict: verdictOfP(ranked[0]?.p ?? 1, alpha),
      tests: ranked.slice(0, NAMED).map(({ row, test, p }, rank) => ({
        id: `within-${row}`,
        name: label(row),
        text: `${sayStatistic('mantel-haenszel', test)}adjusted ${sayP(p)}`,
        about:
          `Mentioned or not by ${columns ?? ''}, among respondents of the same ${third ?? ''}: Mantel-Haenszel, ` +
          'p adjusted over all options (Holm).',
        lead: rank === 0,
      })),
      notes: [
        `${differ.length} of ${ranked.length} options differ by ${columns ?? ''} within the same ` +
          `${third ?? ''}. A respondent can be in several rows, so each option is tested on its own.`,
      ],
    }),
    answer('trust', QUESTIONS.trust, { checks: [...leftOutCheck(all)] }),
    answer('say', QUESTIONS.say, {
      sentence:
        differ.length === 0
          ? `Within ${third ?? ''}, no option of ${rows ?? ''} was shown to differ by ${columns ?? ''} (N = ` +
            `${whole(all.base)}).`
          : `Within ${third ?? ''} (${strata.length} tables), ${differ.length} of ${ranked.length} options of ` +
            `${rows ?? ''} differed by ${columns ?? ''} (N = ${whole(all.base)}, Mantel-Haenszel, p adjusted ` +
            `over the options): ${and(differ.slice(0, NAMED).map(({ row }) => label(row)))}.`,
    }),
  ];
}
