import type { Shown } from '../../api/types.js';
import { sayConfidence } from '../../core/level.js';
import { CONFIDENCE } from '../reading/use-reading.js';
import css from './predicted.module.css';

const OFFERED = [0.8, 0.9, 0.95, 0.99, 0.999] as const;

interface Props {
  shown: Shown;
  show: (shown: Shown) => void;
}

/** How sure every interval, letter and verdict of the table is. */
export function ConfidenceChoice({ shown, show }: Props) {
  const chosen = shown.confidence ?? CONFIDENCE;
  const all = OFFERED.some((own) => own === chosen) ? OFFERED : [...OFFERED, chosen];
  return (
    <label className={css['predict']} title="Of every interval, letter and verdict; a verdict is yes under 1 less this">
      Confidence
      <select
        value={chosen}
        onChange={({ target }) => {
          const confidence = Number(target.value);
          show({ ...shown, confidence: confidence === CONFIDENCE ? undefined : confidence });
        }}
      >
        {all.map((own) => (
          <option key={own} value={own}>
            {sayConfidence(own)}
          </option>
        ))}
      </select>
    </label>
  );
}
