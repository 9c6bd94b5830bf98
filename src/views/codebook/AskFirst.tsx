import { titleOf } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { Button, MainButton, PlainButton } from '../../kit/kit.js';
import type { CellEdit } from './grid-edits.js';
import type { CellEdits } from './use-cell-edits.js';
import css from './codebook.module.css';

/** What became of cells on which nothing was pasted. */
function sayEmpty(cells: readonly CellEdit[]): string {
  const named = cells.slice(0, NAMED_CELLS).map(({ variable, field }) => `${field} of ${variable.name}`);
  const more = cells.length > named.length ? ` and ${whole(cells.length - named.length)} more` : '';
  const pasted = cells.length === 1 ? 'A pasted cell is empty' : `${whole(cells.length)} pasted cells are empty`;
  return `${pasted}. As before: ${named.join(', ')}${more}.`;
}

/** Cells that are named before the rest is counted. */
const NAMED_CELLS = 3;

/** What is asked before cells are changed: what will happen, and what is to become of empty ones. */
export function AskFirst({ edits }: { edits: CellEdits }) {
  const { asking, answer, empty, emptyThem, leaveEmpty } = edits;
  return (
    <>
      {asking && (
        <div className={css['ask']} role="group" aria-label="What will happen">
          {asking.words.map((words) => (
            <span key={words}>{words}</span>
          ))}
          {asking.others.length > 0 ? (
            <>
              <span>
                The code list is shared with {asking.others.slice(0, 4).map(titleOf).join(', ')}
                {asking.others.length > 4 && ` and ${asking.others.length - 4} more`}.
              </span>
              <MainButton autoFocus onClick={() => answer('all')}>
                Change for all
              </MainButton>
              <PlainButton onClick={() => answer('this')}>Only here</PlainButton>
            </>
          ) : (
            <MainButton autoFocus onClick={() => answer('all')}>
              Change it
            </MainButton>
          )}
          <Button onClick={() => answer(null)}>Leave as it was</Button>
        </div>
      )}
      {!asking && empty.length > 0 && (
        <div className={css['ask']} role="group" aria-label="Empty cells">
          <span role="status">{sayEmpty(empty)}</span>
          <PlainButton onClick={leaveEmpty}>Leave them</PlainButton>
          <Button onClick={emptyThem}>Empty {empty.length === 1 ? 'it' : 'them'} too</Button>
        </div>
      )}
    </>
  );
}
