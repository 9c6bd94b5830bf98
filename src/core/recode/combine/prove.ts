import { total } from '../../numerics/total.js';
import { whole } from '../../figures.js';
import type { Combine } from './shape.js';
import { type Finding, type Proof } from '../proof-shape.js';
import { type CombineSource, type Combined, differencesOf } from './compute.js';

/** Old against new for a combination: mentions in each variable against those in the result. */
export function proveCombine(
  recipe: Combine,
  result: Omit<Combined, 'column' | 'groups'>,
  sources: readonly Pick<CombineSource, 'title' | 'codes'>[],
): Proof {
  const { respondents, kept } = result;
  const differences = differencesOf(sources.map(({ codes }) => codes));
  const lost = result.others.flatMap((count, s) => (count > 0 ? [`${sources[s]?.title ?? ''} (${whole(count)})`] : []));
  const counted = total(result.mentioned);
  const mentionsBefore = total(result.sources.map(({ mentioned }) => total(mentioned)));
  const bySource = (place: number) => result.sources.map((source) => source.mentioned[place] ?? 0);
  // What of the result the sources allow, option by option.
  const possible = recipe.options.every((_, place) => {
    const these = bySource(place);
    const now = result.mentioned[place] ?? 0;
    if (recipe.how === 'all') return now <= Math.min(...these);
    if (recipe.how === 'first-only') return now <= (these[0] ?? 0);
    return now <= total(these);
  });
  const findings: Finding[] = [
    {
      id: 'differs',
      holds: differences.every(({ labels }) => labels.includes(null)),
      title: 'Same codes',
      text:
        differences.length === 0
          ? 'The variables have the same codes and labels.'
          : `${differences
              .slice(0, 5)
              .map(
                ({ code, labels }) =>
                  `${code} is ${labels.map((label) => (label === null ? 'not there' : `“${label}”`)).join(', ')}`,
              )
              .join('; ')}${differences.length > 5 ? '; …' : ''}.`,
      codes: differences.map(({ code }) => code),
    },
    {
      id: 'left-over',
      holds: lost.length === 0,
      title: 'Left over',
      text:
        lost.length === 0
          ? 'Every answer is an option.'
          : `Answers that are no option here: ${lost.join(', ')} respondents. Put their codes among the options.`,
      codes: [],
    },
    {
      id: 'contradicted',
      holds: true,
      title: 'None of these',
      text:
        `${whole(result.none)} of ${whole(result.answered)} respondents who answered have no mention left: ` +
        'worked out from the result.' +
        (recipe.none.length > 0
          ? ` ${whole(result.mentions)} said so in one of the variables; ${whole(result.contradicted)} of them have ` +
            'a mention all the same.'
          : ''),
      codes: [],
    },
    {
      id: 'made-missing',
      holds: true,
      title: 'Without an answer',
      text:
        `${whole(respondents - result.answered)} respondents answered ` +
        `${recipe.base === 'all' ? 'not all' : 'none'} of the variables.`,
      codes: [],
    },
    {
      id: 'reconciled',
      holds: kept === counted && possible,
      title: 'Reconciled',
      text: `${whole(mentionsBefore)} mentions in the variables, ${whole(kept)} in the result.`,
      codes: [],
    },
  ];
  return {
    holds: findings.every((finding) => finding.holds),
    findings,
    columns: [
      ...sources.map(({ title }, s) => ({
        code: `source ${s + 1}`,
        label: title,
        missing: false,
        respondents: result.sources[s]?.answered ?? 0,
      })),
      { code: 'result', label: 'Combined', missing: false, respondents: result.answered },
    ],
    rows: recipe.options.map(({ code, label }, place) => ({
      code,
      label,
      missing: false,
      respondents: result.answered,
      went: [...bySource(place), result.mentioned[place] ?? 0],
    })),
    respondents,
  };
}
