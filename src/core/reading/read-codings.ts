import { plural } from '../words.js';
import { assess } from '../assess.js';
import type { CodingsRequest } from '../assess/requests.js';
import { whole } from '../figures.js';
import type { Metric } from '../statistic/subjects.js';
import { measureOf } from '../statistic/registry.js';
import { answer, type Answer, QUESTIONS } from './types.js';
import { coefficient } from './words.js';

export const METRIC_WORDS: Record<Metric, string> = {
  nominal: 'categories',
  ordinal: 'ordered categories',
  interval: 'numbers, by their difference',
  ratio: 'numbers, by their ratio',
  jaccard: 'sets of codes, by what they share (Jaccard distance)',
  masi: 'sets of codes, by what they share and hold (MASI distance)',
};

/** Krippendorff's own limits (2004, chapter 11): from .8 on to be relied on, from .667 on for tentative conclusions. */
const RELIABLE = 0.8;
const TENTATIVE = 0.667;

/** Units below this tell little of how coders agree at large. */
const FEW_UNITS = 20;

/** Codings of the same units by several coders: do they agree, and can the coding be relied on? */
export function readCodings(request: CodingsRequest, confidence: number): Answer[] {
  const { units, metric = 'nominal' } = request.codings;
  const result = assess({ ...request, confidence });
  const alpha = result.measures['krippendorff-alpha'];
  if (!alpha) {
    const reason = result.absent[0]?.reason ?? 'There is nothing to compare.';
    return [answer('strength', 'Do the coders agree?', { verdict: 'Cannot be said.', notes: [reason] })];
  }
  const { value, lower = value, upper = value } = alpha;
  const coded = units.filter((unit) => unit.filter((code) => code !== null).length > 1).length;
  const alone = units.length - coded;
  const coders = units[0]?.length ?? 0;
  const clamped = (end: number) => Math.min(1, Math.max(-1, end));
  const span = `[${coefficient(clamped(lower))}, ${coefficient(clamped(upper))}]`;
  const verdict =
    lower >= RELIABLE
      ? 'Yes, the coding can be relied on.'
      : value >= RELIABLE
        ? 'Yes, though not beyond doubt.'
        : value >= TENTATIVE
          ? 'Somewhat: enough for tentative conclusions.'
          : value > 0
            ? 'Too little to build on.'
            : 'No more than chance would have them.';
  return [
    answer('strength', 'Do the coders agree?', {
      verdict,
      measures: [
        {
          id: 'krippendorff-alpha',
          name: measureOf('krippendorff-alpha').name,
          value,
          lower: clamped(lower),
          upper: clamped(upper),
          range: [-1, 1],
          unit: 'coefficient',
          about: measureOf('krippendorff-alpha').about,
          note: null,
          detail: alpha.ase === undefined ? null : `standard error ${coefficient(alpha.ase, 3)}`,
          lead: true,
        },
      ],
      notes: [
        `1 is full agreement, 0 what chance would give. Krippendorff's limits: ${coefficient(RELIABLE, 1)} ` +
          `and above to be relied on, from ${coefficient(TENTATIVE, 3)} for tentative conclusions.`,
        `The codes are taken as ${METRIC_WORDS[metric]}.`,
      ],
    }),
    answer('trust', QUESTIONS.trust, {
      checks: [
        coded >= FEW_UNITS
          ? { ok: true, text: `${whole(coded)} units have two codings or more.` }
          : {
              ok: false,
              text:
                `Only ${whole(coded)} units have two codings or more; with ${FEW_UNITS} or more the figure ` +
                'would be steadier.',
            },
        ...(alone > 0
          ? [
              {
                ok: true,
                text:
                  `${plural(alone, 'unit')} with fewer than two codings ` +
                  (alone === 1 ? 'says nothing on agreement, and is' : 'say nothing on agreement, and are') +
                  ' left out.',
              },
            ]
          : []),
        ...(lower < TENTATIVE && value >= TENTATIVE
          ? [
              {
                ok: false,
                text: `The interval reaches below ${coefficient(TENTATIVE, 3)}: more units are needed to be sure.`,
              },
            ]
          : []),
      ],
    }),
    answer('say', QUESTIONS.say, {
      sentence:
        `${whole(coders)} coders, ${whole(coded)} units: Krippendorff's α = ${coefficient(value)} ${span} ` +
        `(${METRIC_WORDS[metric]}).`,
    }),
  ];
}
