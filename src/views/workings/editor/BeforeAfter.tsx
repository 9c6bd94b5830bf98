import type { RosterVariable, VariableDetail, WorkingPreview } from '../../../api/types.js';
import { parseNumber } from '../../../core/codebook/number.js';
import { isAnswer, titleOf } from '../../../core/codebook/types.js';
import { spark } from '../../../charts/spark.js';
import { Svg } from '../../../kit/Svg.js';
import { Frequencies } from '../../peek/Frequencies.js';
import { NumberLine } from './NumberLine.js';
import css from '../workings.module.css';

interface Props {
  source: RosterVariable | undefined;
  detail: VariableDetail | null;
  label: string;
  preview: WorkingPreview;
  respondents: number;
}

const MOST = 14;

/** The frequency table of what is made, beside that of what it is made of. */
export function BeforeAfter({ source, detail, label, preview, respondents }: Props) {
  const { figures, codes, level } = preview;
  const times = new Map(figures.codes.map((code) => [code.code, code.respondents]));
  const without =
    level === 'multiple' ? 0 : codes.reduce((sum, code) => sum + (isAnswer(code) ? 0 : (times.get(code.code) ?? 0)), 0);
  const after = {
    variable: { level },
    codes: codes.map((code) => ({ ...code, respondents: times.get(code.code) ?? 0, listed: true })),
    blank: figures.blank,
    answered: respondents - figures.blank - without,
  };
  return (
    <div className={css['pair']}>
      {detail && source && (
        <section aria-label="Before">
          <h3>{titleOf(source)}</h3>
          {detail.summary && <NumberLine summary={detail.summary} />}
          {detail.histogram && (
            <Svg markup={spark({ bars: detail.histogram.bins, width: 260, height: 44, touching: true })} />
          )}
          <Frequencies detail={detail} most={MOST} />
        </section>
      )}
      <section aria-label="After">
        <h3>{label.trim() === '' ? 'The new variable' : label}</h3>
        {figures.summary && <NumberLine summary={figures.summary} />}
        {figures.histogram && (
          <Svg markup={spark({ bars: figures.histogram.bins, width: 260, height: 44, touching: true })} />
        )}
        <Frequencies
          detail={
            level === 'number'
              ? {
                  ...after,
                  codes: after.codes.filter(({ code, missing }) => missing !== null || parseNumber(code) === null),
                }
              : after
          }
          most={MOST}
        />
      </section>
    </div>
  );
}
