import type { BlockTables } from '../../core/table/block-tables.js';
import type { BlockAt } from './CrossTable.js';
import css from './table.module.css';

interface Props {
  blocks: readonly BlockTables[];
  at: BlockAt;
  /** How many nests stand side by side. */
  across: number;
  choose: (at: BlockAt) => void;
}

/** Which block of a table the reading is of; a click on one of its cells chooses it too. */
export function BlockChoice({ blocks, at, across, choose }: Props) {
  if (blocks.length < 2) return null;
  return (
    <label className={css['blockChoice']}>
      The reading is of
      <select
        className={css['adjust']}
        value={at.item * across + at.nest}
        onChange={({ target }) => {
          const k = Number(target.value);
          choose({ item: Math.floor(k / across), nest: k % across });
        }}
      >
        {blocks.map(({ title }, k) => (
          <option key={k} value={k}>
            {title}
          </option>
        ))}
      </select>
    </label>
  );
}
