import { figure, labelOfRange } from './edges.js';
import { and } from '../../words.js';

import { type Band, type BandEnds } from './shape.js';
import { LISTED } from '../listed.js';

function sayRange(from: number | null, to: number | null, ends: BandEnds): string {
  if (from === null && to === null) return 'everything';
  if (from === null) return `${ends === 'lower' ? 'under' : 'up to'} ${figure(to ?? 0)}`;
  if (to === null) return `${ends === 'upper' ? 'over' : 'from'} ${figure(from)}`;
  if (ends === 'both') return `${figure(from)} to ${figure(to)}`;
  return ends === 'lower' ? `from ${figure(from)} to under ${figure(to)}` : `over ${figure(from)} to ${figure(to)}`;
}

export function sayBand({ bands, ends, taken }: Band): string {
  const parts = bands.map((band) => {
    const is = band.is === 'values' ? band.values.map(figure).join(', ') : sayRange(band.from, band.to, ends);
    const label = band.label.trim();
    // A label that only says which numbers it takes is not said twice.
    const plain =
      band.is === 'range' && [true, false].some((whole) => label === labelOfRange(band.from, band.to, ends, whole));
    return plain || label === is ? label : `${is} to ${label}`;
  });
  const more = taken.length > 0 ? `; ${and(taken)} counted in on purpose` : '; missing codes stay without an answer';
  return `${parts.slice(0, LISTED).join('; ')}${parts.length > LISTED ? `; … ${parts.length} bands` : ''}${more}.`;
}
