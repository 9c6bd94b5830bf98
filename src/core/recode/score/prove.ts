import { plural } from '../../words.js';
import { whole } from '../../figures.js';
import { type Finding, type Proof } from '../proof-shape.js';
import type { Score } from './shape.js';
import type { Scored } from './compute.js';

const respondentsWords = (respondents: number) => plural(respondents, 'respondent');

/** Of an item whose rest correlation is below this, it is asked whether it is coded the wrong way round. */
const WRONG_WAY = 0;

const runsAgainst = ({ label, rest }: { label: string; rest: number | null }) =>
  `${label} runs against the other items (correlation ${(rest ?? 0).toFixed(2).replace('-', '−')})`;

/** Old against new for a score: who answered how many items, who has a score, and how the items go together. */
export function proveScore(recipe: Score, result: Omit<Scored, 'values' | 'groups'>, titles: readonly string[]): Proof {
  const { byAnswered, byZero, offDomain, reliability, respondents: people } = result;
  const sum = (counts: Float64Array) => counts.reduce((total, count) => total + count, 0);
  const scored = sum(byAnswered.scored);
  const nothing = byAnswered.respondents[0] ?? 0;
  const items = titles.length;
  const without = people - scored;
  const tooFew = recipe.of === 'expression' ? 0 : sum(byAnswered.respondents.subarray(1, recipe.atLeast));
  const lacking = without - byZero - offDomain;
  const named = (pick: (figure: Scored['items'][number]) => number) =>
    result.items.flatMap((item, j) => (pick(item) > 0 ? [`${titles[j] ?? ''} (${respondentsWords(pick(item))})`] : []));
  const offScale = named((item) => item.offScale);
  const wordy = named((item) => item.wordy);
  const unanswered = result.items.flatMap((item, j) => (item.answered === 0 ? [titles[j] ?? ''] : []));
  const wrong = reliability?.items.filter(({ rest }) => rest !== null && rest < WRONG_WAY) ?? [];
  const findings: Finding[] = [
    {
      id: 'covered',
      holds: scored > 0 && unanswered.length === 0 && wordy.length === 0,
      title: 'Covered',
      text:
        (scored === 0 ? 'Nobody has a score.' : `${respondentsWords(scored)} have a score.`) +
        (unanswered.length > 0 ? ` Nobody answered ${unanswered.join(', ')}.` : '') +
        (wordy.length > 0 ? ` Answers that are no number are left out: ${wordy.join(', ')}.` : ''),
      codes: [],
    },
    {
      id: 'made-missing',
      holds: true,
      title: 'Without a score',
      text:
        recipe.of === 'expression'
          ? `${respondentsWords(lacking)} lack an answer that the expression needs.`
          : `${respondentsWords(nothing)} answered no item` +
            (tooFew > 0 ? `, ${respondentsWords(tooFew)} fewer than ${recipe.atLeast} of ${items}` : '') +
            '.',
      codes: [],
    },
    ...(byZero + offDomain > 0
      ? [
          {
            id: 'no-value' as const,
            holds: false,
            title: 'No value',
            text: [
              byZero > 0 ? `${respondentsWords(byZero)} would be divided by 0.` : '',
              offDomain > 0
                ? `${respondentsWords(offDomain)} would need a root, a logarithm or a power that has no value.`
                : '',
              recipe.of === 'expression'
                ? 'They have no score; if(…) can say what they get instead.'
                : 'They have no score.',
            ]
              .filter((text) => text !== '')
              .join(' '),
            codes: [],
          },
        ]
      : []),
    ...(recipe.scale !== null && recipe.of !== 'count' && recipe.of !== 'expression'
      ? [
          {
            id: 'off-scale' as const,
            holds: offScale.length === 0,
            title: 'On the scale',
            text:
              offScale.length === 0
                ? `All answers lie from ${recipe.scale.from} to ${recipe.scale.to}.`
                : `Beyond ${recipe.scale.from} to ${recipe.scale.to}: ${offScale.join(', ')}. Declare ` +
                  `${offScale.length === 1 ? 'that value' : 'those values'} missing, or widen the scale.`,
            codes: [],
          },
        ]
      : []),
    ...(reliability
      ? [
          {
            id: 'wrong-way' as const,
            holds: wrong.length === 0,
            title: 'Direction',
            text:
              wrong.length === 0
                ? 'Every item goes the way of the others.'
                : `${wrong.map(runsAgainst).join('; ')}. ` + 'Is it coded the other way round? Then reverse it.',
            codes: wrong.map(({ label }) => label),
          },
        ]
      : []),
    {
      id: 'reconciled',
      holds: scored + without === people && sum(byAnswered.respondents) === people,
      title: 'Reconciled',
      text: `${whole(people)} respondents: ${whole(scored)} with a score, ${whole(without)} without.`,
      codes: [],
    },
  ];
  const rows = [...byAnswered.respondents].map((respondents, answered) => ({
    code: '',
    label:
      answered === 0
        ? 'No item answered'
        : answered === items
          ? `All ${items} answered`
          : `${answered} of ${items} answered`,
    missing: answered === 0,
    respondents,
    went: [byAnswered.scored[answered]!, respondents - byAnswered.scored[answered]!],
  }));
  return {
    holds: findings.every((finding) => finding.holds),
    findings,
    columns: [
      { code: 'score', label: 'A score', missing: false, respondents: scored },
      { code: '', label: 'No score', missing: true, respondents: without },
    ],
    rows: rows.filter(({ respondents }, k) => respondents > 0 || k === rows.length - 1).reverse(),
    respondents: people,
    reliability,
  };
}
