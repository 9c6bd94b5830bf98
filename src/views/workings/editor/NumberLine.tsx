import type { VariableDetail } from '../../../api/types.js';
import { figure } from '../../../core/recode/edges.js';
import { whole } from '../../../core/figures.js';
import css from '../workings.module.css';

/** Whole numbers as they are; a fraction to six figures. */
const short = (value: number) => (Number.isInteger(value) ? whole(value) : figure(Number(value.toPrecision(6))));

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
