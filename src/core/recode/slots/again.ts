import type { Slots } from './shape.js';
import {
  type SpokenValue,
  type HeldVariable,
  type RawValue,
  NOTHING,
  answersIn,
  settled,
  mentionsOrNothing,
} from '../spoken-value.js';

export function afterSlots(
  { options, none, exclusive = [], settle = 'option' }: Slots,
  sources: readonly HeldVariable[],
  raws: readonly RawValue[],
): SpokenValue {
  const isListed = (raw: RawValue) =>
    typeof raw === 'string' && (raw === none || options.some(({ code }) => code === raw));
  const isAnswered = raws.some(
    (raw, s) => isListed(raw) || (sources[s] !== undefined && answersIn(sources[s], raw) !== null),
  );
  if (!isAnswered) return NOTHING;
  const labels = (codes: readonly string[]) =>
    options.filter(({ code }) => codes.includes(code)).map(({ label }) => label.trim());
  const answers = labels(raws.filter((raw) => typeof raw === 'string'));
  return mentionsOrNothing(settled(answers, new Set(labels(exclusive)), none !== null && raws.includes(none), settle));
}
