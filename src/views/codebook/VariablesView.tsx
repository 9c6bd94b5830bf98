import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { RosterVariable, StudyView } from '../../api/types.js';
import { whole } from '../../core/figures.js';
import { Button, Toggle } from '../../kit/kit.js';
import type { RowsHandle } from '../../kit/VirtualRows.js';
import { focusSearch } from '../roster/Roster.js';
import { ShowSelect } from '../roster/ShowSelect.js';
import { useMatching } from '../roster/use-matching.js';
import { useKeys } from '../shell/use-keys.js';
import { MissingPanel } from './MissingPanel.js';
import { SelectionPane } from './SelectionPane.js';
import { AskFirst } from './AskFirst.js';
import { type CellEdits, useCellEdits } from './use-cell-edits.js';
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

const LABEL = 2;

interface BesideProps extends Pick<Props, 'study' | 'view' | 'codebook'> {
  listed: readonly RosterVariable[];
  selected: readonly RosterVariable[];
  /** The variable that has the keyboard. */
  variable: RosterVariable | undefined;
  missing: boolean;
  setMissing: (on: boolean) => void;
  closeUp: boolean;
  change: CellEdits['change'];
  star: (some: readonly RosterVariable[], on: boolean) => void;
}

/** What stands beside the grid: declaring codes missing, what is selected, or one variable close up. */
function Beside(props: BesideProps) {
  const { study, view, codebook, listed, selected, variable, missing, setMissing, closeUp, change, star } = props;
  const { variables } = view;
  const { lists, health, edit, run } = codebook;
  if (missing) {
    return (
      <MissingPanel
        study={study}
        variables={variables}
        listed={listed}
        selected={selected}
        health={health}
        run={run}
        close={() => setMissing(false)}
      />
    );
  }
  if (!closeUp) return null;
  if (selected.length > 1) {
    return (
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
    );
  }
  if (!variable) return null;
  return (
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
  );
}

/** The grid of all variables, with one of them, or those selected, close up beside it. */
export function VariablesView({ study, view, codebook, chosen, choose }: Props) {
  const { lists, health, edit, undo, redo } = codebook;
  const { variables } = view;
  const withIssues = useMemo(() => new Set(health?.map(({ variable }) => variable)), [health]);
  const { search, setSearch, showing, show, order, setOrder, matching } = useMatching(variables, withIssues);
  const [place, setPlace] = useState<Selection | null>(null);
  const [missing, setMissing] = useState(false);
  const [closeUp, setCloseUp] = useCloseUp();
  const rows = useRef<RowsHandle | null>(null);
  const edits = useCellEdits(study, variables, codebook, () => rows.current?.focus());
  const { change, pasted, waiting } = edits;
  const start = Math.max(
    0,
    matching.findIndex(({ name }) => name === chosen),
  );
  // What is selected stays on its variable when the list is another.
  const selection = useMemo(() => {
    const last = Math.max(0, matching.length - 1);
    if (place === null) return only(Math.min(start, last), LABEL);
    const inside = ({ row, column }: Selection['at']) => ({ row: Math.min(row, last), column });
    return { at: inside(place.at), anchor: inside(place.anchor) };
  }, [place, matching.length, start]);
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
      const variable = matching[next.at.row];
      if (variable && next.at.row !== selection.at.row) choose(variable.name);
    },
    [matching, choose, selection.at.row],
  );
  const range = rangeOf(selection);
  const selected = matching.slice(range.top, range.bottom + 1);
  const variable = matching[selection.at.row];
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
            withIssues={withIssues}
            showing={showing}
            show={show}
            order={order}
            setOrder={setOrder}
          />
          <span className={css['soft']} role="status">
            {matching.length === variables.length
              ? `${whole(matching.length)} variables`
              : `${whole(matching.length)} of ${whole(variables.length)}`}
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
        <AskFirst edits={edits} />
        <VariableGrid
          study={study}
          listed={matching}
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
      <Beside
        {...{ study, view, codebook, listed: matching, selected, variable, missing, setMissing, closeUp, change, star }}
      />
    </div>
  );
}
