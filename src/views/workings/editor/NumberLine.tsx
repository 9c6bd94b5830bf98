import type { VariableDetail } from '../../../api/types.js';
import { figure } from '../../../core/recode/edges.js';
import css from '../workings.module.css';

const short = (value: number) => figure(Number(value.toPrecision(5)));

/** A number in a line of figures. */
export function NumberLine({ summary }: { summary: NonNullable<VariableDetail['summary']> }) {
  const { minimum, lowerQuartile, median, mean, upperQuartile, maximum } = summary;
  return (
    <p className={css['hint']}>
      {short(minimum)} to {short(maximum)} · middle half {short(lowerQuartile)} to {short(upperQuartile)} · median{' '}
      {short(median)} · mean {short(mean)}
    </p>
  );
}
