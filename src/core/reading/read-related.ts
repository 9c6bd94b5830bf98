import { levelOf } from '../level.js';
import { assess } from '../assess.js';
import type { RelatedRequest } from '../assess/requests.js';
import { whole } from '../figures.js';
import { adjust } from '../infer/adjust.js';
import { wilson } from '../infer/wilson.js';
import { sayStatistic, sayTest, testLines, verdictOfP } from './cross/association.js';
import { quote } from './cross/context.js';
import { answer, type Answer, QUESTIONS } from './types.js';
import { percent, sayP } from './words.js';

/** Respondents who changed between two questions; fewer make chi-square doubtful. */
const FEW_CHANGED = 25;
const PAIRS_NAMED = 6;

/** How often each two questions were answered yes and yes, yes and no, no and yes, no and no. */
function pairOf({ related: { answers, times } }: RelatedRequest, a: number, b: number): number[][] {
  const counts = [
    [0, 0],
    [0, 0],
  ];
  answers.forEach((line, i) => (counts[1 - line[a]!]![1 - line[b]!]! += times?.[i] ?? 1));
  return counts;
}

/** Yes/no answers of the same respondents: is yes said equally often to all questions, and which of them differ? */
export function readRelated(request: RelatedRequest, questions: readonly string[], confidence: number): Answer[] {
  const { answers, times } = request.related;
  const result = assess(request);
  const n = result.base.N;
  const test = result.tests['cochran-q'];
  if (!test) {
    const reason = result.absent[0]?.reason ?? 'There is nothing to compare.';
    return [answer('association', QUESTIONS.association, { verdict: 'Nothing to test.', notes: [reason] })];
  }
  const alpha = levelOf(confidence);
  const yes = questions.map((label, j) => ({
    label,
    count: answers.reduce((sum, line, i) => sum + line[j]! * (times?.[i] ?? 1), 0),
  }));
  const ranked = [...yes].sort((a, b) => b.count - a.count);
  const pairs = questions.flatMap((_, a) =>
    questions.slice(a + 1).flatMap((__, offset) => {
      const b = a + 1 + offset;
      const { tests } = assess({ counts: pairOf(request, a, b), exact: { method: 'none' } });
      const mcnemar = tests.mcnemar?.variants?.exact ?? tests.mcnemar;
      return mcnemar ? [{ a, b, p: mcnemar.p }] : [];
    }),
  );
  const adjusted = adjust(
    pairs.map(({ p }) => p),
    'holm',
  );
  const apart = pairs
    .map((pair, k) => ({ ...pair, p: adjusted[k] ?? 1 }))
    .filter(({ p }) => p < alpha)
    .sort((x, y) => x.p - y.p);
  const changed = answers.reduce((sum, line, i) => (new Set(line).size > 1 ? sum + (times?.[i] ?? 1) : sum), 0);
  const [top, bottom] = [ranked[0]!, ranked.at(-1)!];
  const rate = ({ count }: { count: number }) => percent(count / n);
  return [
    answer('association', 'Is yes said more often to some than to others?', {
      verdict: verdictOfP(test.p, alpha),
      tests: testLines('cochran-q', test, true),
      notes: [
        `The same ${whole(n)} respondents answered all ${questions.length} questions, so an ordinary ` +
          'chi-square over them would not be valid.',
      ],
    }),
    answer('strength', 'How often is yes said?', {
      measures: yes.map(({ label, count }, j) => ({
        id: `question-${j}`,
        name: label,
        value: count / n,
        ...wilson(count, n, confidence),
        range: [0, 1] as const,
        unit: 'share' as const,
        about: `${whole(count)} of ${whole(n)} respondents, with Wilson's interval.`,
        note: null,
        detail: null,
        lead: j < PAIRS_NAMED,
      })),
    }),
    answer('where', 'Which of them differ?', {
      verdict: apart.length === 0 ? 'No two by themselves.' : `${apart.length} of ${pairs.length} pairs.`,
      notes: [
        ...apart
          .slice(0, PAIRS_NAMED)
          .map(({ a, b, p }) => `${quote(questions[a]!)} and ${quote(questions[b]!)}: adjusted ${sayP(p)}.`),
        "Two at a time by McNemar's test, p adjusted over all pairs (Holm).",
      ],
    }),
    answer('trust', QUESTIONS.trust, {
      checks: [
        changed >= FEW_CHANGED
          ? { ok: true, text: `${whole(changed)} respondents answered differently from one question to another.` }
          : {
              ok: false,
              text:
                `Only ${whole(changed)} respondents answered differently from one question to another; the test ` +
                `reads no others, and under ${FEW_CHANGED} it is rough.`,
            },
      ],
    }),
    answer('say', QUESTIONS.say, {
      sentence:
        test.p < alpha
          ? `Yes was said more often to some questions than to others (Cochran's ${sayTest('cochran-q', test)}, ` +
            `N = ${whole(n)}), from ${rate(bottom)} to ${quote(bottom.label)} up to ${rate(top)} to ` +
            quote(top.label) +
            (apart.length > 0 ? `; ${apart.length} of ${pairs.length} pairs differed (McNemar, adjusted)` : '') +
            '.'
          : "No difference between the questions was shown (Cochran's " +
            `${sayStatistic('cochran-q', test)}${sayP(test.p)}, N = ${whole(n)}).`,
    }),
  ];
}
