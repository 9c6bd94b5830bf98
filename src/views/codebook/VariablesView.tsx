import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { EntryEdit, RosterVariable, StudyView } from '../../api/types.js';
import { titleOf } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { Button, MainButton, PlainButton, Toggle } from '../../kit/kit.js';
import type { RowsHandle } from '../../kit/VirtualRows.js';
import { focusSearch } from '../roster/Roster.js';
import { ShowSelect } from '../roster/ShowSelect.js';
import { useFound } from '../roster/use-found.js';
import { useKeys } from '../shell/use-keys.js';
import { MissingPanel } from './MissingPanel.js';
import { SelectionPane } from './SelectionPane.js';
import { ask as askServer } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import { alsoTurned, sayTurned, together, type Turned, turnedBy } from './missing-words.js';
import { alsoUsing, type CellEdit, editsFor, type Pasted } from './grid-edits.js';
import { only, rangeOf, type Selection } from './grid-moves.js';
import type { Codebook } from './use-codebook.js';
import { useCloseUp } from './use-close-up.js';
import { VariableGrid } from './VariableGrid.js';
import { VariablePane } from './VariablePane.js';
import { Bar } from '../../kit/Bar.js';
import css from './codebook.module.css';

interface Props {
  study: string;
  view: StudyView;
  codebook: Codebook;
  /** Name of the variable that has the keyboard. */
  chosen: string | null;
  choose: (name: string) => void;
}

/** Edits that change what is an answer, or a code list of others too: shown before they are made. */
interface Asking {
  edits: EntryEdit[];
  others: RosterVariable[];
  note: string;
  /** What will happen to answers. */
  words: string[];
  seen: number | null | undefined;
}

/** What became of cells on which nothing was pasted. */
function sayEmpty(cells: readonly CellEdit[]): string {
  const named = cells.slice(0, NAMED_CELLS).map(({ variable, field }) => `${field} of ${variable.name}`);
  const more = cells.length > named.length ? ` and ${whole(cells.length - named.length)} more` : '';
  const pasted = cells.length === 1 ? 'A pasted cell is empty' : `${whole(cells.length)} pasted cells are empty`;
  return `${pasted}. As before: ${named.join(', ')}${more}.`;
}

/** Cells that are named before the rest is counted. */
const NAMED_CELLS = 3;

const LABEL = 2;

/** The grid of all variables, with one of them, or those selected, close up beside it. */
export function VariablesView({ study, view, codebook, chosen, choose }: Props) {
  const { lists, health, edit, run, undo, redo, setTrouble, setToast } = codebook;
  const { variables } = view;
  const sick = useMemo(() => new Set(health?.map(({ variable }) => variable)), [health]);
  const { search, setSearch, showing, show, order, setOrder, found } = useFound(variables, sick);
  const [place, setPlace] = useState<Selection | null>(null);
  const [asking, setAsking] = useState<Asking | null>(null);
  const [empty, setEmpty] = useState<readonly CellEdit[]>([]);
  const [waiting, setWaiting] = useState<ReadonlyMap<string, string>>(new Map());
  const [missing, setMissing] = useState(false);
  const [closeUp, setCloseUp] = useCloseUp();
  const rows = useRef<RowsHandle | null>(null);
  const start = Math.max(
    0,
    found.findIndex(({ name }) => name === chosen),
  );
  // What is selected stays on its variable when the list is another.
  const selection = useMemo(() => {
    const last = Math.max(0, found.length - 1);
    if (place === null) return only(Math.min(start, last), LABEL);
    const inside = ({ row, column }: Selection['at']) => ({ row: Math.min(row, last), column });
    return { at: inside(place.at), anchor: inside(place.anchor) };
  }, [place, found.length, start]);
  useEffect(() => setPlace(null), [search, showing, order]);
  const shown = useRef(false);
  useEffect(() => {
    if (shown.current) return;
    shown.current = true;
    rows.current?.show(start, 0);
    rows.current?.focus();
  }, [start]);
  useKeys({ '/': focusSearch });

  const select = useCallback(
    (next: Selection) => {
      setPlace(next);
      const variable = found[next.at.row];
      if (variable && next.at.row !== selection.at.row) choose(variable.name);
    },
    [found, choose, selection.at.row],
  );
  const keep = async (edits: readonly EntryEdit[], note: string, seen: number | null | undefined) => {
    const made = await edit(edits, undefined, note, seen);
    setWaiting(new Map());
    return made;
  };
  const change = (cells: readonly CellEdit[], note = '', seen?: number | null) => {
    setEmpty([]);
    const { edits, problem, leftAlone } = editsFor(cells, lists);
    if (problem !== null) {
      setTrouble({ detail: problem, mend: 'Nothing was changed.' });
      return;
    }
    setTrouble(null);
    const more =
      leftAlone.length > 0
        ? `${leftAlone.length} left alone: ${leftAlone[0] ?? ''}${leftAlone.length > 1 ? ', …' : ''}.`
        : '';
    const said = [note, more].filter((part) => part !== '').join(' ');
    if (edits.length === 0) {
      if (said !== '') setToast(said);
      return;
    }
    const others = alsoUsing(edits, variables);
    const turned = turnedBy(edits, variables);
    if (others.length > 0 || turned.length > 0) {
      void ask({ edits, others, note: said, words: [], seen }, turned);
      return;
    }
    setWaiting(new Map(cells.map(({ variable, field, text }) => [`${variable.id} ${field}`, text])));
    void keep(edits, said, seen);
  };
  const pasted = (texts: Pasted) => {
    change(texts.cells, texts.note);
    setEmpty(texts.empty);
  };
  const ask = async (asked: Asking, turned: readonly Turned[]) => {
    const everyone = [...turned, ...alsoTurned(turned, asked.others)];
    const [mine, all] = [together(turned), together(everyone)];
    try {
      const { each } =
        mine.length === 0
          ? { each: [] }
          : await askServer('POST /studies/{study}/missing/reach', {
              study,
              body: { in: [...mine, ...all].map(({ code, variables: ids }) => ({ code, variables: ids })) },
            });
      const forAll = everyone.length > turned.length ? sayTurned(all, each.slice(mine.length)) : [];
      setAsking({ ...asked, words: [...sayTurned(mine, each), ...forAll.map((words) => `For all: ${words}`)] });
    } catch (error) {
      setTrouble(problemText(error));
    }
  };
  const answer = (codesFor: 'all' | 'this' | null) => {
    if (asking && codesFor)
      void keep(
        asking.edits.map((one) => (one.codes ? { ...one, codesFor } : one)),
        asking.note,
        asking.seen,
      );
    setAsking(null);
    rows.current?.focus();
  };
  const emptyThem = () => {
    change(empty);
    rows.current?.focus();
  };
  const leaveEmpty = () => {
    setEmpty([]);
    rows.current?.focus();
  };
  const range = rangeOf(selection);
  const selected = found.slice(range.top, range.bottom + 1);
  const variable = found[selection.at.row];
  const star = (some: readonly RosterVariable[], on: boolean) =>
    void edit(some.map(({ id }) => ({ variable: id, starred: on })));
  return (
    <div className={css['variables']} data-pane={closeUp || missing || undefined}>
      <section className={css['list']} aria-label="Roster">
        {!closeUp && !missing && <h1 className="sr-only">Variables</h1>}
        <Bar edge>
          <input
            id="roster-search"
            type="search"
            aria-label="Find a variable or category"
            placeholder="Find a variable"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Escape') setSearch('');
              if (event.key === 'Enter' || event.key === 'ArrowDown') {
                event.preventDefault();
                rows.current?.focus();
              }
            }}
          />
          <ShowSelect
            variables={variables}
            sick={sick}
            showing={showing}
            show={show}
            order={order}
            setOrder={setOrder}
          />
          <span className={css['soft']} role="status">
            {found.length === variables.length
              ? `${whole(found.length)} variables`
              : `${whole(found.length)} of ${whole(variables.length)}`}
            {selected.length > 1 && `, ${whole(selected.length)} selected`}
          </span>
          <span className={css['end']}>
            <Button aria-expanded={missing} onClick={() => setMissing(!missing)}>
              Missing codes…
            </Button>
            <Toggle on={closeUp} onClick={() => setCloseUp(!closeUp)}>
              Close-up
            </Toggle>
          </span>
        </Bar>
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
        <VariableGrid
          study={study}
          found={found}
          all={variables}
          lists={lists}
          selection={selection}
          select={select}
          change={change}
          pasted={pasted}
          star={star}
          undo={() => void undo()}
          redo={() => void redo()}
          closeUp={() => setCloseUp(!closeUp)}
          peeks={!closeUp}
          waiting={waiting}
          handle={rows}
          empty={search === '' ? 'None of this kind.' : `No variable or category is called “${search}”.`}
        />
      </section>
      {missing ? (
        <MissingPanel
          study={study}
          variables={variables}
          found={found}
          selected={selected}
          health={health}
          run={run}
          close={() => setMissing(false)}
        />
      ) : closeUp && selected.length > 1 ? (
        <SelectionPane
          study={study}
          selected={selected}
          all={variables}
          lists={lists}
          change={change}
          edit={edit}
          star={star}
          missing={() => setMissing(true)}
        />
      ) : (
        closeUp &&
        variable && (
          <aside className={css['detail']} aria-label="Variable">
            <VariablePane
              key={variable.id}
              study={study}
              variable={variable}
              variables={variables}
              lists={lists}
              run={run}
              star={(on) => star([variable], on)}
            />
          </aside>
        )
      )}
    </div>
  );
}
