import type { Shown } from '../../api/types.js';
import { titleOf, type Variable } from '../../core/codebook/types.js';
import { predictedIn, sidesOf, withPredicted } from '../../core/table/predicted.js';
import type { Block } from '../../core/table/sentence.js';
import css from './predicted.module.css';

interface Props {
  block: Block;
  rows: Variable;
  columns: Variable;
  shown: Shown;
  setShown: (shown: Shown) => void;
}

/** Which of the two variables is predicted from the other, by name, in every block in which it stands. */
export function PredictedChoice({ block, rows, columns, shown, setShown }: Props) {
  const sides = sidesOf(block);
  const choose = (side: string) =>
    setShown({
      ...shown,
      predicted: withPredicted(shown.predicted, sides, side === 'columns' ? 'columns' : 'rows'),
    });
  return (
    <label className={css['predict']} title="In every part of the table in which it stands">
      Predicted is
      <select value={predictedIn(shown.predicted, sides)} onChange={({ target }) => choose(target.value)}>
        <option value="rows">{titleOf(rows)}</option>
        <option value="columns">{titleOf(columns)}</option>
      </select>
    </label>
  );
}
