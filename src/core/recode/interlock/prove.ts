import { total } from '../../numerics/total.js';
import { and } from '../../words.js';
import { isAnswer } from '../../codebook/types.js';
import { whole } from '../../figures.js';
import { type Finding, type Proof } from '../proof-shape.js';
import type { Interlock } from './shape.js';
import type { InterlockSource, Interlocked } from './compute.js';

/** Old against new for an interlock: each combination with its respondents, and whether its margins are its parts. */
export function proveInterlock(
  recipe: Interlock,
  result: Omit<Interlocked, 'values'>,
  sources: readonly Pick<InterlockSource, 'title' | 'codes'>[],
): Proof {
  const { made, counts, margins, answered, blank, respondents: people } = result;
  const inAll = made.codes.reduce((sum, code, k) => sum + (isAnswer(code) ? counts[k]! : 0), 0);
  const lost = made.codes.flatMap((code, k) =>
    isAnswer(code) ? [] : [{ label: code.label, respondents: counts[k]! }],
  );
  const agree = margins.every((margin) => total(margin) === inAll);
  const all = total(counts) + blank;
  const labels = new Set(made.codes.map(({ label }) => label.toLowerCase()));
  const findings: Finding[] = [
    {
      id: 'covered',
      holds: inAll > 0,
      title: 'Covered',
      text:
        `${whole(inAll)} respondents answered ${and(sources.map(({ title }) => title))}, in ` +
        `${whole(result.combinations - result.empty)} of ${whole(result.combinations)} combinations.`,
      codes: [],
    },
    {
      id: 'empty',
      holds: true,
      title: 'Empty',
      text:
        result.empty === 0
          ? 'Every combination occurs.'
          : `${whole(result.empty)} ` +
            (result.empty === 1 ? 'combination occurs' : 'combinations occur') +
            ' for nobody and ' +
            (recipe.empty
              ? result.empty === 1
                ? 'is a category'
                : 'are categories'
              : result.empty === 1
                ? 'is dropped'
                : 'are dropped') +
            '.',
      codes: [],
    },
    {
      id: 'doubled',
      holds: labels.size === made.codes.length,
      title: 'Labels',
      text:
        labels.size === made.codes.length
          ? 'No two combinations are called the same.'
          : 'Two combinations are called the same: choose other words between the parts, or other labels.',
      codes: [],
    },
    {
      id: 'made-missing',
      holds: true,
      title: 'Without an answer',
      text:
        lost.length === 0
          ? 'Who answered one part answered all.'
          : `${lost.map(({ label, respondents }) => `${label}: ${whole(respondents)}`).join('; ')}.`,
      codes: [],
    },
    {
      id: 'reconciled',
      holds: agree && all === people && answered.every((count) => count >= inAll),
      title: 'Reconciled',
      text:
        `The combinations of each part add up to ${whole(inAll)}; ${whole(all)} respondents in all, ` +
        `${whole(blank)} of them blank.`,
      codes: [],
    },
  ];
  const [outer] = sources;
  const inner = sources.slice(1);
  const outerAnswers = outer?.codes.filter(isAnswer) ?? [];
  const innerAnswers = inner.map(({ codes }) => codes.filter(isAnswer));
  // One line for each category of the outermost part, one column for each combination of the others that occurs.
  const split = made.codes.flatMap((code, k) => {
    if (!isAnswer(code)) return [];
    const [own = 0, ...others] = result.parts[k]!;
    const label = others
      .map((place, s) => innerAnswers[s]?.[place])
      .map((part) => part?.label || (part?.code ?? ''))
      .join(recipe.between);
    return [{ own: outerAnswers[own]?.code ?? '', rest: JSON.stringify(others), label, respondents: counts[k]! }];
  });
  const rests = [...new Map(split.map(({ rest, label }) => [rest, label]))].slice(0, 40);
  const columns = [
    ...rests.map(([rest, label]) => ({
      code: rest,
      label,
      missing: false,
      respondents: split.reduce((sum, item) => sum + (item.rest === rest ? item.respondents : 0), 0),
    })),
    { code: '', label: 'No answer', missing: true, respondents: all - inAll },
  ];
  return {
    holds: findings.every((finding) => finding.holds),
    findings,
    columns,
    rows: [
      ...outerAnswers.map(({ code, label }) => {
        const these = split.filter(({ own }) => own === code);
        return {
          code,
          label,
          missing: false,
          respondents: these.reduce((sum, item) => sum + item.respondents, 0),
          went: columns.map((column) =>
            column.missing ? 0 : (these.find(({ rest }) => rest === column.code)?.respondents ?? 0),
          ),
        };
      }),
      {
        code: '',
        label: 'No answer to a part',
        missing: true,
        respondents: all - inAll,
        went: columns.map(({ missing }) => (missing ? all - inAll : 0)),
      },
    ],
    respondents: people,
  };
}
