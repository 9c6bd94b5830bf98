import { parseNumber } from '../../codebook/number.js';
import type { Code } from '../../codebook/types.js';
import type { Band } from './shape.js';
import { type SpokenValue, type RawValue, NOTHING, answerOf, missing } from '../spoken-value.js';

export function afterBand({ bands, ends, taken }: Band, codes: readonly Code[], raw: RawValue): SpokenValue {
  if (typeof raw !== 'string') return NOTHING;
  const number = parseNumber(raw);
  const declared = codes.find(
    (code) =>
      code.missing !== null &&
      !taken.includes(code.code) &&
      (code.code === raw || (number !== null && parseNumber(code.code) === number)),
  );
  if (declared?.missing) return missing(declared.missing);
  if (number === null) return missing('other');
  const single = bands.find((band) => band.is === 'values' && band.values.includes(number));
  const inside = (from: number | null, to: number | null) =>
    (from === null || number > from || (number === from && ends !== 'upper')) &&
    (to === null || number < to || (number === to && ends !== 'lower'));
  const band = single ?? bands.find((candidate) => candidate.is === 'range' && inside(candidate.from, candidate.to));
  return band ? answerOf(band.label.trim()) : missing('other');
}
