import type { RosterVariable, VariableDetail } from '../../api/types.js';
import { spark } from '../../charts/spark.js';
import { Svg } from '../../kit/Svg.js';
import { useDetail } from '../shell/use-detail.js';
import { figure } from './format.js';
import css from './table.module.css';

/** A number variable in figures. */
export function Figures({ summary }: { summary: NonNullable<VariableDetail['summary']> }) {
  const shown: [string, number | null][] = [
    ['n', summary.n],
    ['Mean', summary.mean],
    ['Std deviation', summary.sd],
    ['Minimum', summary.minimum],
    ['Lower quartile', summary.lowerQuartile],
    ['Median', summary.median],
    ['Upper quartile', summary.upperQuartile],
    ['Maximum', summary.maximum],
  ];
  return (
    <dl className={css['numbers']}>
      {shown.map(([name, value]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{figure(value)}</dd>
        </div>
      ))}
    </dl>
  );
}

/** A number variable as bars, with what they reach from and to. */
export function Histogram({
  histogram,
  width,
  height,
}: {
  histogram: NonNullable<VariableDetail['histogram']>;
  width: number;
  height: number;
}) {
  const { bins, from, to } = histogram;
  return (
    <figure className={css['histogram']} style={{ maxWidth: width }}>
      <Svg markup={spark({ bars: bins, width, height, touching: true, widest: width / 12 })} />
      <figcaption>
        <span>{figure(from)}</span>
        <span>{figure(to)}</span>
      </figcaption>
    </figure>
  );
}

/** A picture of a number that stands alone, over all respondents with an answer. */
export function NumberPicture({ study, variable }: { study: string; variable: RosterVariable }) {
  const { detail } = useDetail(study, variable.id);
  if (!detail?.histogram) return null;
  return <Histogram histogram={detail.histogram} width={672} height={120} />;
}
