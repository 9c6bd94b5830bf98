import type { Layout } from '../../api/types.js';
import { LEVEL_WORDS } from '../../core/codebook/types.js';
import { Button } from '../../kit/kit.js';
import {
  type Column,
  type Decisions,
  decideFor,
  declareProbable,
  probablyMissing,
  readNumbersAs,
  SOURCE_LEVELS,
  setLevelOf,
  type standing,
} from './decisions.js';
import css from './intake.module.css';

interface Props {
  columns: readonly Column[];
  draft: Decisions;
  codebook: Parameters<typeof standing>[2];
  put: (draft: Decisions) => void;
  layout: Layout;
  changeLayout: (layout: Layout) => void;
  untick: () => void;
}

/** What is decided for all ticked columns at once. */
export function TickedBar({ columns, draft, codebook, put, layout, changeLayout, untick }: Props) {
  const names = columns.map(({ name }) => name);
  const probable = columns.flatMap((column) => {
    const codes = probablyMissing(column, codebook);
    return codes.length > 0 ? [[column.name, codes] as const] : [];
  });
  const readable = columns.flatMap(({ name, numbers }) =>
    numbers?.as === null ? [{ name, reading: numbers.other.reading }] : [],
  );
  return (
    <span className={css['many']} role="group" aria-label="For the ticked columns">
      <b>{columns.length} ticked:</b>
      <select
        aria-label="Level of the ticked columns"
        value=""
        onChange={(event) => {
          const level = SOURCE_LEVELS.find((other) => other === event.target.value);
          if (level) put(setLevelOf(draft, columns, level));
        }}
      >
        <option value="">level…</option>
        {SOURCE_LEVELS.map((level) => (
          <option key={level} value={level}>
            {LEVEL_WORDS[level]}
          </option>
        ))}
      </select>
      {readable.length > 0 && (
        <Button onClick={() => changeLayout(readNumbersAs(layout, readable))}>
          Read as numbers, in {readable.length}
        </Button>
      )}
      {probable.length > 0 && (
        <Button onClick={() => put(declareProbable(draft, probable))}>No answer, in {probable.length}</Button>
      )}
      <Button onClick={() => put(decideFor(draft, names, (decision) => ({ ...decision, leaveOut: true })))}>
        Leave out
      </Button>
      <Button onClick={() => put(decideFor(draft, names, () => ({})))}>As understood</Button>
      <Button onClick={untick}>Untick</Button>
    </span>
  );
}
