import { useEffect, useRef, useState } from 'react';
import type { Shown, StudyView } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { titleOf } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { cellExamples } from '../../core/reading/worked-examples/cell-examples.js';
import { capital } from '../../core/reading/words.js';
import { cellClauses } from '../../core/table/cell-clauses.js';
import { linesOf } from '../../core/view/net-rows.js';
import type { Clause } from '../../core/table/sentence.js';
import { Button, Problem } from '../../kit/kit.js';
import { Panel } from '../../kit/Panel.js';
import { ShowWorkedExample } from '../reading/ShowWorkedExample.js';
import { useAnswer } from '../server/use-answer.js';
import type { CellAt } from './cells.js';
import { figureText } from '../../core/view/figure-text.js';
import type { Shows } from './use-table.js';
import css from './cell-pane.module.css';

interface Props {
  view: StudyView;
  shows: Shows;
  shown: Shown;
  at: CellAt;
  /** The stratum whose table is shown; null: all. */
  stratum: string | null;
  close: () => void;
}

/** So many respondents are shown at once. */
const AT_ONCE = 50;

interface WhoProps {
  view: StudyView;
  clauses: readonly Clause[];
}

/** The respondents of a cell, by their place in the file and what they gave to the first variable. */
function Who({ view, clauses }: WhoProps) {
  const [count, setCount] = useState(AT_ONCE);
  const [first] = view.variables;
  const body = { variables: first ? [first.id] : [], only: [...clauses], from: 0, count };
  const { answer, problem } = useAnswer(
    'POST /studies/{study}/respondents',
    { study: view.study.id, body },
    { keep: true },
  );
  if (problem) return <Problem {...problem} />;
  if (!answer) return <p>Looking…</p>;
  return (
    <>
      <p data-testid="cell-respondents">
        <b>{whole(answer.total)}</b> respondents, by their place in the file
        {first && ` and ${titleOf(first)}`}:
      </p>
      <ol className={css['who']} tabIndex={0} aria-label="Respondents of this cell">
        {answer.rows.map(({ respondent, cells }) => (
          <li key={respondent}>
            {whole(respondent)} <span>{String(cells[0] ?? '')}</span>
          </li>
        ))}
      </ol>
      {answer.total > count && (
        <Button onClick={() => setCount(Math.min(1000, count + 10 * AT_ONCE))} disabled={count >= 1000}>
          {count >= 1000 ? `the first ${whole(count)} of ${whole(answer.total)}` : 'show more'}
        </Button>
      )}
    </>
  );
}

/** One cell close up: all its figures, how they come about, and who is in it. */
export function CellPane({ view, shows, shown, at, stratum, close }: Props) {
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => heading.current?.focus({ preventScroll: true }), [at]);
  const { view: table, blocks, whole: all } = shows;
  const across = Math.max(1, table?.nests.length ?? 1);
  const own = blocks[at.item * across + at.nest];
  const leaf = table?.items[at.item]?.leaves[at.row];
  const column = table?.nests[at.nest]?.leaves[at.column];
  const block = table?.blocks[at.item]?.[at.nest];
  if (!table || !all || !own || !leaf || !column || !block) return null;
  const isOfStratum = own.split !== null && table !== all.view;
  const counted = isOfStratum
    ? (own.split?.strata.find(({ code }) => code === stratum)?.table ?? own.table)
    : own.table;
  const line = linesOf(counted)[at.row];
  const examples =
    line?.is === 'category' ? cellExamples(counted, line.at, column.is === 'total' ? null : at.column - 1) : [];
  const figures = block.figures.flatMap((figure) => {
    const text = figureText(figure, figure.cells[at.row]?.[at.column] ?? null, shown);
    return text === '' || text === '·' ? [] : [{ figure, text }];
  });
  const { only, weight, within, row } = own.block;
  const cell = cellClauses(counted, row, { row: leaf, column, weight });
  const strata = own.split?.strata.map(({ code }) => code) ?? [];
  const inStratum: Clause[] =
    within === null
      ? []
      : [{ variable: within, is: 'any-of', codes: isOfStratum && stratum !== null ? [stratum] : strata }];
  const item = byId(view.variables, row.variable);
  return (
    <section className={css['pane']} aria-label="One cell" onKeyDown={(event) => event.key === 'Escape' && close()}>
      <h2 ref={heading} tabIndex={-1}>
        {leaf.label} <i>in</i> {column.is === 'total' ? 'all' : column.label}
      </h2>
      <p className={css['of']}>{item && titleOf(item)}</p>
      <Button onClick={close}>Back to the reading</Button>
      <Panel title="Its figures">
        <ul className={css['figures']}>
          {figures.map(({ figure, text }) => {
            const example = byId(examples, figure.id)?.example;
            return (
              <li key={figure.id}>
                <span>{figure.label === 'n' ? 'n' : capital(figure.label)}</span>
                <b>{text}</b>
                {example && <ShowWorkedExample id={figure.id} name={figure.label} exampleFor={() => example} />}
              </li>
            );
          })}
        </ul>
      </Panel>
      <Panel title="Who is in it">
        {cell ? (
          <Who view={view} clauses={[...only, ...inStratum, ...cell]} />
        ) : (
          <p>
            Conditions cannot say who they are: a line of who mentions nothing, of a first mention or a place, or
            columns that overlap.
          </p>
        )}
      </Panel>
    </section>
  );
}
