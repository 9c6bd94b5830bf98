import type { Shown } from '../../api/types.js';
import { titleOf, type Variable } from '../../core/codebook/types.js';
import css from './predicted.module.css';

interface Props {
  rows: Variable;
  columns: Variable;
  shown: Shown;
  setShown: (shown: Shown) => void;
}

/** Which of the two variables is predicted from the other, by name, apart from which stands in the rows. */
export function PredictedChoice({ rows, columns, shown, setShown }: Props) {
  return (
    <label className={css['predict']}>
      Predicted is
      <select
        value={shown.predicted ?? 'rows'}
        onChange={({ target }) => setShown({ ...shown, predicted: target.value === 'columns' ? 'columns' : undefined })}
      >
        <option value="rows">{titleOf(rows)}</option>
        <option value="columns">{titleOf(columns)}</option>
      </select>
    </label>
  );
}
