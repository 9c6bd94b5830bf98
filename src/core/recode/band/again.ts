import { parseNumber } from '../../codebook/number.js';
import type { Code } from '../../codebook/types.js';
import type { Band } from './shape.js';
import { type Said, type Raw, NOTHING, answerOf, missing } from '../said.js';

export function afterBand({ bands, ends, taken }: Band, codes: readonly Code[], raw: Raw): Said {
  if (typeof raw !== 'string') return NOTHING;
  const number = parseNumber(raw);
  const declared = codes.find(
    (one) =>
      one.missing !== null &&
      !taken.includes(one.code) &&
      (one.code === raw || (number !== null && parseNumber(one.code) === number)),
  );
  if (declared?.missing) return missing(declared.missing);
  if (number === null) return missing('other');
  const single = bands.find((band) => band.is === 'values' && band.values.includes(number));
  const inside = (from: number | null, to: number | null) =>
    (from === null || number > from || (number === from && ends !== 'upper')) &&
    (to === null || number < to || (number === to && ends !== 'lower'));
  const band = single ?? bands.find((one) => one.is === 'range' && inside(one.from, one.to));
  return band ? answerOf(band.label.trim()) : missing('other');
}
