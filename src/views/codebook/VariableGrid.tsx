import { type ReactNode, type Ref, useRef } from 'react';
import type { CodeList, RosterVariable } from '../../api/types.js';
import { cellText } from '../../core/codebook/cell-text.js';
import { titleOf } from '../../core/codebook/types.js';
import { type RowsHandle, VirtualRows } from '../../kit/VirtualRows.js';
import { seenRevision } from '../server/seen.js';
import { CellEditor } from './CellEditor.js';
import { gridCells } from './grid-cells.js';
import { fieldAt, GRID_COLUMNS, STAR, MIN_WIDTH, TRACKS } from './grid-columns.js';
import { type CellEdit, fixed, type Pasted } from './grid-edits.js';
import { useTyping } from './use-typing.js';
import { isInside, only, rangeOf, type Selection } from './grid-moves.js';
import { useGridKeys } from './use-grid-keys.js';

const ROW = 32;
const STAYS = 2;

export interface GridProps {
  study: string;
  listed: readonly RosterVariable[];
  all: readonly RosterVariable[];
  lists: readonly CodeList[];
  selection: Selection;
  select: (selection: Selection) => void;
  /** Texts for cells, and what is to be said of them when they are kept. */
  change: (cells: readonly CellEdit[], note?: string, seen?: number | null) => void;
  /** Keeps what was pasted. */
  pasted: (pasted: Pasted) => void;
  star: (variables: readonly RosterVariable[], on: boolean) => void;
  undo: () => void;
  redo: () => void;
  /** Names open a peek: there is no close-up beside them. */
  peeks: boolean;
  /** Opens or closes the close-up. */
  closeUp: () => void;
  /** What was typed and is not back from the server yet. */
  waiting: ReadonlyMap<string, string>;
  handle: Ref<RowsHandle>;
  empty: ReactNode;
}

/** The codebook as a grid: every field of every variable, to be changed in place, pasted, filled down. */
export function VariableGrid(props: GridProps) {
  const { study, listed, lists, selection, select, change, star, peeks, waiting, handle, empty } = props;
  const { typing, setTyping, keep, stop } = useTyping(study, listed);
  const rows = useRef<RowsHandle | null>(null);
  const range = rangeOf(selection);
  const { at } = selection;
  const users = new Map(lists.map(({ id, users: of }) => [id, of.length]));
  const names = new Map(lists.map(({ id, name, kept }) => [id, kept || (users.get(id) ?? 0) > 1 ? name : null]));
  const go = (next: Selection) => {
    select(next);
    rows.current?.show(next.at.row, next.at.column);
  };
  const begin = (text?: string) => {
    const variable = listed[at.row];
    const field = fieldAt(at.column);
    if (!variable || field === null || fixed(variable, field) !== null) return;
    if (field === 'level' && variable.levels.length < 2) return;
    rows.current?.show(at.row, at.column);
    setTyping({ ...at, text: text ?? cellText(variable, field), seen: seenRevision(study) });
  };
  const commit = (text: string, how: 'down' | 'right' | 'stay' | 'all') => {
    if (!typing) return;
    const field = fieldAt(typing.column);
    const inRange =
      how === 'all' ? listed.slice(range.top, range.bottom + 1) : listed.slice(typing.row, typing.row + 1);
    stop();
    rows.current?.focus();
    if (field !== null)
      change(
        inRange.map((variable) => ({ variable, field, text })),
        '',
        typing.seen,
      );
    if (how === 'down' && typing.row + 1 < listed.length) go(only(typing.row + 1, typing.column));
    if (how === 'right' && typing.column + 1 < GRID_COLUMNS.length) go(only(typing.row, typing.column + 1));
  };
  const cancel = () => {
    stop();
    rows.current?.focus();
  };
  const { pressed, copy, paste } = useGridKeys({
    ...props,
    typing: typing !== null,
    begin,
    go,
    page: () => rows.current?.page() ?? 10,
  });
  return (
    <VirtualRows
      label="Codebook"
      tracks={TRACKS}
      stays={STAYS}
      height={ROW}
      minWidth={MIN_WIDTH}
      count={listed.length}
      handle={(given) => {
        rows.current = given;
        if (typeof handle === 'function') handle(given);
        else if (handle) handle.current = given;
      }}
      empty={empty}
      heading={GRID_COLUMNS.map(({ title, is }) => (is === 'star' ? <span aria-label="Star">{title}</span> : title))}
      grid={{ id: 'codebook', active: at, isSelected: (row, column) => isInside(range, row, column) }}
      onKeyDown={pressed}
      onCopy={copy}
      onPaste={paste}
      onDoubleClick={() => !typing && begin()}
      onPointer={(event, cell) => {
        if (!cell || event.button > 0 || (typing && cell.row === typing.row && cell.column === typing.column)) return;
        const extend = event.shiftKey || event.type === 'pointermove';
        if (extend && cell.row === at.row && cell.column === at.column) return;
        select({ at: cell, anchor: extend ? selection.anchor : cell });
        const variable = listed[cell.row];
        if (event.type === 'pointerdown' && cell.column === STAR && variable) star([variable], !variable.starred);
      }}
      row={(index) => {
        const variable = listed[index]!;
        const { id, name, codeListId, aside } = variable;
        const cells = gridCells({
          variable,
          list: codeListId === null ? null : (names.get(codeListId) ?? null),
          waiting,
          peeks,
        });
        return {
          key: id,
          name,
          selected: index === at.row,
          cells: GRID_COLUMNS.map(({ is }, column) => {
            if (typing?.row !== index || typing.column !== column)
              return aside && is === 'name' ? <s key={is}>{cells[is]}</s> : cells[is];
            return (
              <CellEditor
                key={is}
                field={fieldAt(column)!}
                label={`${GRID_COLUMNS[column]?.title ?? ''} of ${titleOf(variable)}`}
                text={typing.text}
                levels={variable.levels}
                lists={lists}
                isLong={range.bottom > range.top}
                typed={(text) => keep({ variable: id, column, text, seen: typing.seen })}
                commit={commit}
                cancel={cancel}
              />
            );
          }),
        };
      }}
    />
  );
}
