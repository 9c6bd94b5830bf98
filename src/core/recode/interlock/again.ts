import type { Interlock } from './shape.js';
import {
  type SpokenValue,
  type HeldVariable,
  type RawValue,
  NOTHING,
  answerOf,
  missing,
  nameOf,
  reasonOf,
} from '../spoken-value.js';

export function afterInterlock(
  { between }: Interlock,
  sources: readonly HeldVariable[],
  raws: readonly RawValue[],
): SpokenValue {
  if (raws.every((raw) => raw === null)) return NOTHING;
  const parts = raws.map((raw, s): SpokenValue => {
    if (raw === null) return missing('other');
    const codes = sources[s]?.codes ?? [];
    if (typeof raw !== 'string') return { is: 'mentions', labels: new Set(raw.map((code) => nameOf(codes, code))) };
    return reasonOf(codes, raw) !== null ? missing('other') : answerOf(nameOf(codes, raw));
  });
  const question = parts.some(({ is }) => is === 'mentions') || sources.some(({ column }) => column.kind === 'sets');
  if (parts.some(({ is }) => is === 'missing')) return question ? NOTHING : missing('other');
  const words = parts.map((part) =>
    part.is === 'answer' ? [part.labels[0] ?? ''] : part.is === 'mentions' ? [...part.labels] : [],
  );
  const all = words.reduce<string[]>(
    (some, part, s) => (s === 0 ? part : some.flatMap((text) => part.map((word) => `${text}${between}${word}`))),
    [],
  );
  return question ? { is: 'mentions', labels: new Set(all) } : answerOf(all[0] ?? '');
}
