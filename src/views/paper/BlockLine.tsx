import { LAYOUTS } from '../../core/paper/paper.js';
import { Button, Toggle } from '../../kit/kit.js';
import css from './paper.module.css';
import type { PaperEdit } from './use-paper.js';

interface Props {
  edit: PaperEdit;
  names: readonly string[];
  /** The one on screen. */
  block: number;
  choose: (block: number) => void;
}

/** Which of the blocks is being typed: a table of each stratum, or counts, sums and squares. */
export function BlockLine({ edit, names, block, choose }: Props) {
  const { paper } = edit;
  const own = LAYOUTS[paper.kind].blocks === null;
  return (
    <div className={css['blocks']}>
      <div role="group" aria-label="Tables" className={css['tabs']}>
        {names.map((name, b) => (
          <Toggle key={b} on={b === block} onClick={() => choose(b)}>
            {name}
          </Toggle>
        ))}
        {own && (
          <Button
            onClick={() => {
              edit.addBlock();
              choose(names.length);
            }}
          >
            + table
          </Button>
        )}
      </div>
      {own && (
        <div className={css['side']}>
          <span>its name</span>
          <input
            className={css['title']}
            value={paper.blocks[block]?.name ?? ''}
            placeholder={`e.g. Spring (table ${block + 1})`}
            aria-label="What this table is of"
            onChange={({ target }) => edit.nameBlock(target.value)}
          />
          {names.length > 2 && (
            <Button
              onClick={() => {
                choose(Math.max(0, block - 1));
                edit.removeBlock();
              }}
            >
              Remove this table
            </Button>
          )}
        </div>
      )}
    </div>
  );
}
