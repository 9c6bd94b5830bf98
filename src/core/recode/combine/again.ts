import type { Combine } from './shape.js';
import { type SpokenValue, type HeldVariable, type RawValue, NOTHING, answersIn } from '../spoken-value.js';

export function afterCombine(
  { how, atLeast, options, base }: Combine,
  sources: readonly HeldVariable[],
  raws: readonly RawValue[],
): SpokenValue {
  const answers = raws.map((raw, s) => (sources[s] ? answersIn(sources[s], raw) : null));
  const answered = answers.filter((codes) => codes !== null);
  if (answered.length === 0 || (base === 'all' && answered.length < sources.length)) return NOTHING;
  const isIn = (code: string) => {
    const times = answers.filter((codes) => codes?.includes(code)).length;
    if (how === 'first-only') return answers[0]?.includes(code) === true && times === 1;
    return times >= (how === 'all' ? sources.length : how === 'at-least' ? atLeast : 1);
  };
  return { is: 'mentions', labels: new Set(options.filter(({ code }) => isIn(code)).map(({ label }) => label.trim())) };
}
