import type { VariableDetail } from '../../../api/types.js';
import css from '../workings.module.css';

/** A value that somebody has: as it is. */
const exact = (value: number) => value.toLocaleString('en', { maximumFractionDigits: 10 });

/** A figure worked out: six figures, and of large ones two decimals. */
function short(value: number): string {
  const decimals = value === 0 ? 0 : Math.max(2, 5 - Math.floor(Math.log10(Math.abs(value))));
  return value.toLocaleString('en', { maximumFractionDigits: Math.min(20, decimals) });
}

/** A number in a line of figures. */
export function NumberLine({ summary }: { summary: NonNullable<VariableDetail['summary']> }) {
  const { minimum, lowerQuartile, median, mean, upperQuartile, maximum } = summary;
  return (
    <p className={css['hint']}>
      {exact(minimum)} to {exact(maximum)} · middle half {short(lowerQuartile)} to {short(upperQuartile)} · median{' '}
      {short(median)} · mean {short(mean)}
    </p>
  );
}
