import type { Gather } from './shape.js';
import {
  type SpokenValue,
  type HeldVariable,
  type RawValue,
  NOTHING,
  answersIn,
  settled,
  mentionsOrNothing,
} from '../spoken-value.js';

export function afterGather(
  { items, none, settle = 'option' }: Gather,
  sources: readonly HeldVariable[],
  raws: readonly RawValue[],
): SpokenValue {
  const all = [...items, ...(none ? [none] : [])];
  const isTicked = (k: number) => {
    const [item, raw] = [all[k], raws[k]];
    return typeof raw === 'string' && item !== undefined && [item.ticked, ...(item.also ?? [])].includes(raw);
  };
  const isAnswered = (k: number) =>
    isTicked(k) || (sources[k] !== undefined && answersIn(sources[k], raws[k] ?? null) !== null);
  if (!all.some((_, k) => isAnswered(k))) return NOTHING;
  const excluding = new Set(items.filter(({ exclusive }) => exclusive).map(({ label }) => label.trim()));
  const ticked = items.filter((_, k) => isTicked(k)).map(({ label }) => label.trim());
  return mentionsOrNothing(settled(ticked, excluding, none !== null && isTicked(items.length), settle));
}
