import { useMemo } from 'react';
import type { StudyView } from '../../api/types.js';
import { whole } from '../../core/figures.js';
import { ADJUSTMENTS } from '../../core/infer/adjust.js';
import { sweptLaidOut } from '../../core/sweep/swept-laid-out.js';
import { SWEEP_SORT_WORDS, SWEEP_SORTS, type SweepSort } from '../../core/sweep/sweep-shape.js';
import { sortedLines, sweptLines, testsIn } from '../../core/sweep/swept-lines.js';
import type { SweptLine } from '../../core/sweep/types.js';
import { copiedTable } from '../../core/view/copied-table.js';
import { Bar, BarGroup } from '../../kit/Bar.js';
import { Button, Problem } from '../../kit/kit.js';
import { VirtualRows } from '../../kit/VirtualRows.js';
import { ADJUSTMENT_NAMES } from '../reading/adjustment-names.js';
import { HandOver } from '../hand-over/HandOver.js';
import type { Way } from '../hand-over/ways.js';
import { fileAddress } from '../server/address.js';
import { putCopied, type Told } from '../tables/put-copied.js';
import { toQuery } from '../tables/url.js';
import type { SweepAsk } from './address.js';
import { sweepColumns } from './sweep-columns.js';
import { SortHeading } from './SortHeading.js';
import type { useSweep } from './use-sweep.js';
import css from './sweep.module.css';

/** With gamma in a column of its own, where some line has one. */
const tracksOf = (isOrdered: boolean) =>
  `minmax(150px, 1fr) 60px 172px 84px 172px ${isOrdered ? '124px ' : ''}minmax(210px, 1.5fr)`;
const ROW = 48;

interface Props {
  view: StudyView;
  ask: SweepAsk;
  change: (more: Partial<SweepAsk>) => void;
  swept: ReturnType<typeof useSweep>;
  /** The variables that are swept. */
  chosen: readonly number[];
  title: string;
  told: Told;
  /** Writes the sweep into a file. */
  handOver: (way: Way) => void;
  /** Keeps it in the binder, as a new one or in the place of the one that is open. */
  keep: () => void;
  asNew: () => void;
}

/** How far it is, and what came in. */
function Progress({ swept }: Pick<Props, 'swept'>) {
  const { tables, of, state, stop, start } = swept;
  const tested = testsIn(tables);
  if (state === 'running')
    return (
      <p className={css['progress']} role="status">
        <progress value={tables.length} max={of} aria-label="Tables of the sweep" />
        {whole(tables.length)} of {whole(of)} tables <Button onClick={stop}>Stop</Button>
      </p>
    );
  return (
    <p className={css['progress']} role="status">
      {state === 'stopped' && tables.length < of
        ? `Stopped after ${whole(tables.length)} of ${whole(of)} tables. `
        : `${whole(tables.length)} tables. `}
      p is adjusted over {whole(tested)} tests.
      {state === 'stopped' && <Button onClick={start}>Sweep again</Button>}
    </p>
  );
}

interface SelectProps<T extends string> {
  label: string;
  value: T;
  of: readonly T[];
  words: Record<T, string>;
  choose: (value: T) => void;
}

function Select<T extends string>({ label, value, of, words, choose }: SelectProps<T>) {
  return (
    <label className={css['select']}>
      {label}
      <select
        value={value}
        onChange={({ target }) => choose(of.find((candidate) => candidate === target.value) ?? value)}
      >
        {of.map((item) => (
          <option key={item} value={item}>
            {words[item]}
          </option>
        ))}
      </select>
    </label>
  );
}

type ListActs = Pick<Props, 'handOver' | 'keep' | 'asNew'>;

interface ListBarProps extends ListActs, Pick<Props, 'ask' | 'change' | 'chosen' | 'title' | 'told'> {
  study: string;
  lines: readonly SweptLine[];
}

/** How the lines stand, and the list taken along. */
function ListBar({ study, ask, change, chosen, lines, title, told, handOver, keep, asNew }: ListBarProps) {
  const { draft, sort, adjustment, saved } = ask;
  const copy = () => putCopied(copiedTable([sweptLaidOut(title, lines)]), told);
  const { by, only, weight } = draft;
  const body = { rows: chosen, by, only, weight, adjustment, sort };
  const csv = fileAddress('GET /studies/{study}/sweep.csv', { study, query: { asked: JSON.stringify(body) } });
  return (
    <Bar label="The list">
      <BarGroup>
        <Select
          label="Rows"
          value={sort}
          of={SWEEP_SORTS}
          words={SWEEP_SORT_WORDS}
          choose={(next) => change({ sort: next })}
        />
        <Select
          label="p adjusted by"
          value={adjustment}
          of={ADJUSTMENTS}
          words={ADJUSTMENT_NAMES}
          choose={(next) => change({ adjustment: next })}
        />
      </BarGroup>
      <BarGroup>
        <Button onClick={copy} disabled={lines.length === 0}>
          Copy
        </Button>
        <a href={csv} download>
          CSV
        </a>
        <HandOver study={study} name="File" what="This sweep, as it is shown" busy={false} choose={handOver} />
        {saved !== null && <Button onClick={asNew}>Copy as new</Button>}
        <Button onClick={keep} disabled={chosen.length === 0}>
          {saved === null ? 'Keep in binder' : 'Keep the change'}
        </Button>
      </BarGroup>
    </Bar>
  );
}

/** The lines of a sweep, sorted; each opens to its table. */
export function SweepList({ view, ask, change, swept, chosen, title, told, ...acts }: Props) {
  const { draft, sort, adjustment } = ask;
  const lines = useMemo(
    () => sortedLines(sweptLines(swept.tables, adjustment), sort),
    [swept.tables, adjustment, sort],
  );
  const study = view.study.id;
  const several = draft.by.length > 1;
  const addressOf = ({ variable, by }: SweptLine) => {
    const own = { ...draft, rows: [{ variable }], by: [by] };
    return `/studies/${study}/tables${toQuery(own, view.variables, null)}`;
  };
  const isOrdered = lines.some(({ gamma }) => gamma !== null);
  const columns = sweepColumns(isOrdered);
  const choose = (next: SweepSort) => change({ sort: next });
  const cellsOf = (line: SweptLine) => [
    <span key="name" className={css['two']}>
      <a className={css['name']} href={addressOf(line)} title={`${line.title}: opens its table`}>
        {line.title}
      </a>
      {several && <small>by {line.byTitle}</small>}
    </span>,
    ...columns.map(({ cell }) => cell(line)),
  ];
  return (
    <>
      <ListBar {...{ study, ask, change, chosen, lines, title, told, ...acts }} />
      <Progress swept={swept} />
      {swept.problem && <Problem {...swept.problem} />}
      <div className={css['list']} style={{ height: (lines.length + 1) * ROW }}>
        <VirtualRows
          label="Sweep"
          tracks={tracksOf(isOrdered)}
          minWidth={isOrdered ? 960 : 840}
          height={ROW}
          heading={[
            <SortHeading key="list" column={{ heading: 'Variable', sort: 'list' }} sort={sort} choose={choose} />,
            ...columns.map((column) => (
              <SortHeading key={column.heading} column={column} sort={sort} choose={choose} />
            )),
          ]}
          count={lines.length}
          empty={swept.state === 'running' ? 'Counting…' : 'No variable is in the sweep: click some in the roster.'}
          row={(k) => {
            const line = lines[k]!;
            return { key: `${line.variable} ${line.by.join(' ')}`, cells: cellsOf(line), name: String(line.variable) };
          }}
        />
      </div>
      <p className={css['note']}>
        Strength is Cramer’s V (corrected for bias), of a number eta, with its 95% interval: both run from 0 to 1. Gamma
        stands where both variables are ordered. Direction: bars of groups over all together rise, those under it fall.
        A star marks a line with a note.
      </p>
    </>
  );
}
