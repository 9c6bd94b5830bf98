import { z } from 'zod';
import { type ClipboardEvent, type KeyboardEvent, type ReactNode, type Ref, useEffect, useRef, useState } from 'react';
import type { CodeList, RosterVariable } from '../../api/types.js';
import { spark } from '../../charts/spark.js';
import { cellText } from '../../core/codebook/cell-text.js';
import { copiedCells, pastedCells } from '../../core/codebook/pasted.js';
import { LEVEL_WORDS, titleOf } from '../../core/codebook/types.js';
import { Svg } from '../../kit/Svg.js';
import { type RowsHandle, VirtualRows } from '../../kit/VirtualRows.js';
import { seenRevision } from '../server/seen.js';
import { peekAt } from '../peek/Peek.js';
import { bars } from '../roster/words.js';
import type { KeptShape } from '../../core/kept-shape.js';
import { useDraft } from '../shell/use-draft.js';
import { CellEditor } from './CellEditor.js';
import { Missing } from './Missing.js';
import { fieldAt, GRID_COLUMNS, MIN_WIDTH, TRACKS } from './grid-columns.js';
import { type CellEdit, clear, fillDown, fixed, type Pasted, pasteInto, textsIn } from './grid-edits.js';
import { isInside, move, only, rangeOf, type Selection } from './grid-moves.js';
import css from './codebook.module.css';

const ROW = 32;
const SHOWN_CODES = 140;
const STAR = 0;
const STAYS = 2;

/** A cell that is typed in, and what it begins with. */
interface Typing {
  row: number;
  column: number;
  text: string;
  /** The revision on which the typing began. */
  seen: number | null;
}

/** The cell that is typed in, as it outlives a reload. */
interface Kept {
  variable: number;
  column: number;
  text: string;
  seen: number | null;
}

const KEPT: KeptShape<Kept | null> = {
  version: 1,
  shape: z.object({ variable: z.int(), column: z.int().min(0), text: z.string(), seen: z.int().nullable() }).nullable(),
};

interface Props {
  study: string;
  found: readonly RosterVariable[];
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

const short = (text: string) => (text.length > SHOWN_CODES ? `${text.slice(0, SHOWN_CODES)}…` : text);

/** The codebook as a grid: every field of every variable, to be changed in place, pasted, filled down. */
export function VariableGrid(props: Props) {
  const {
    study,
    found,
    all,
    lists,
    selection,
    select,
    change,
    pasted,
    star,
    undo,
    redo,
    closeUp,
    peeks,
    waiting,
    handle,
    empty,
  } = props;
  const [kept, keep, forget] = useDraft<Kept | null>(`hatch-count:${study}:cell`, null, KEPT, true);
  const [typing, setTyping] = useState<Typing | null>(null);
  useEffect(() => {
    // What was being typed when the page went is typed on; once, when the grid has taken the focus.
    const row = kept ? found.findIndex(({ id }) => id === kept.variable) : -1;
    if (kept && row >= 0) setTyping({ row, column: kept.column, text: kept.text, seen: kept.seen });
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
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
    const variable = found[at.row];
    const field = fieldAt(at.column);
    if (!variable || field === null || fixed(variable, field) !== null) return;
    if (field === 'level' && variable.levels.length < 2) return;
    rows.current?.show(at.row, at.column);
    setTyping({ ...at, text: text ?? cellText(variable, field), seen: seenRevision(study) });
  };
  const commit = (text: string, how: 'down' | 'right' | 'stay' | 'all') => {
    if (!typing) return;
    const field = fieldAt(typing.column);
    const inRange = how === 'all' ? found.slice(range.top, range.bottom + 1) : found.slice(typing.row, typing.row + 1);
    setTyping(null);
    forget();
    rows.current?.focus();
    if (field !== null)
      change(
        inRange.map((variable) => ({ variable, field, text })),
        '',
        typing.seen,
      );
    if (how === 'down' && typing.row + 1 < found.length) go(only(typing.row + 1, typing.column));
    if (how === 'right' && typing.column + 1 < GRID_COLUMNS.length) go(only(typing.row, typing.column + 1));
  };
  const cancel = () => {
    setTyping(null);
    forget();
    rows.current?.focus();
  };
  const pressed = (event: KeyboardEvent<HTMLDivElement>) => {
    if (typing) return;
    const control = event.ctrlKey || event.metaKey;
    const size = { rows: found.length, columns: GRID_COLUMNS.length, page: rows.current?.page() ?? 10 };
    const next = event.altKey ? null : move(selection, event.key, size, { extend: event.shiftKey, control });
    const letter = event.key.toLowerCase();
    if (next) go(next);
    else if (control && letter === 'a')
      select({ anchor: { row: 0, column: at.column }, at: { row: found.length - 1, column: at.column } });
    else if (control && letter === 'd') change(fillDown(found, range), 'Filled down.');
    else if (control && letter === 'z' && event.shiftKey) redo();
    else if (control && letter === 'z') undo();
    else if (control && letter === 'y') redo();
    else if (control || event.altKey) return;
    else if (event.key === 'Enter' || event.key === 'F2') {
      if (at.column === STAR) toggleStar();
      else begin();
    } else if (event.key === ' ') {
      if (at.column === STAR) toggleStar();
      else closeUp();
    } else if (event.key === 'Delete' || event.key === 'Backspace') change(clear(found, range));
    else if (event.key === 'Escape') select(only(at.row, at.column));
    else if (event.key.length === 1) begin(fieldAt(at.column) === 'level' ? undefined : event.key);
    else return;
    event.preventDefault();
  };
  const toggleStar = () => {
    const chosen = found.slice(range.top, range.bottom + 1);
    star(chosen, !chosen.every(({ starred }) => starred));
  };
  const copy = (event: ClipboardEvent) => {
    if (typing) return;
    event.clipboardData.setData('text/plain', copiedCells(textsIn(found, range)));
    event.preventDefault();
  };
  const paste = (event: ClipboardEvent) => {
    if (typing) return;
    event.preventDefault();
    pasted(pasteInto(pastedCells(event.clipboardData.getData('text/plain')), found, all, range));
  };
  return (
    <VirtualRows
      label="Codebook"
      tracks={TRACKS}
      stays={STAYS}
      height={ROW}
      minWidth={MIN_WIDTH}
      count={found.length}
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
        const variable = found[cell.row];
        if (event.type === 'pointerdown' && cell.column === STAR && variable) star([variable], !variable.starred);
      }}
      row={(index) => {
        const variable = found[index]!;
        const { id, name, workingId, starred, codeListId, aside } = variable;
        const picture = bars(variable);
        const text = (field: Parameters<typeof cellText>[1]) =>
          waiting.get(`${id} ${field}`) ?? cellText(variable, field);
        const list = codeListId === null ? null : (names.get(codeListId) ?? null);
        const cells: Record<(typeof GRID_COLUMNS)[number]['is'], ReactNode> = {
          star: (
            <span className={starred ? css['starOn'] : css['starOff']}>
              {starred ? '★' : '☆'}
              <span className="sr-only">{starred ? 'starred' : 'not starred'}</span>
            </span>
          ),
          name: (
            <span className={css['cell']} {...(peeks ? peekAt(id) : {})}>
              {!variable.holds && <b className={css['caution']}>! </b>}
              {text('name')}
            </span>
          ),
          label: <span className={css['cell']}>{text('label') || <i className={css['soft']}>no label</i>}</span>,
          level: <span className={css['cell']}>{waiting.get(`${id} level`) ?? LEVEL_WORDS[variable.level]}</span>,
          codes: (
            <span className={css['cell']}>
              {list !== null && workingId === null && <b className={css['listName']}>{list}</b>}
              {workingId !== null && <i className={css['soft']}>working </i>}
              {short(text('codes'))}
            </span>
          ),
          picture: picture && <Svg className={css['picture']} markup={spark({ ...picture, width: 64, height: 24 })} />,
          missing: <Missing variable={variable} text={text('missing')} />,
          question: <span className={css['cell']}>{short(text('question'))}</span>,
          group: <span className={css['cell']}>{text('group')}</span>,
          note: <span className={css['cell']}>{short(text('note'))}</span>,
        };
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
                many={range.bottom > range.top}
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
