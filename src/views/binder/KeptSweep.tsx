import { useMemo, useState } from 'react';
import type { AnswerTo, StudyView } from '../../api/types.js';
import { changedFigures, figuresRead } from '../../core/binder/look.js';
import { listedLines, sortedLines } from '../../core/sweep/swept-lines.js';
import { sweptLaidOut } from '../../core/sweep/swept-laid-out.js';
import type { SweepSort } from '../../core/sweep/sweep-shape.js';
import type { SweptLine } from '../../core/sweep/types.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { Problem, Wait } from '../../kit/kit.js';
import { useAnswer } from '../server/use-answer.js';
import { SortHeading } from '../sweep/SortHeading.js';
import { sweepColumns } from '../sweep/sweep-columns.js';
import { toQuery } from '../tables/url.js';
import { ChangedSince } from './ChangedSince.js';
import { useLook } from './use-look.js';
import css from './binder.module.css';

interface Props {
  view: StudyView;
  /** What it is called among the others: "Table 3". */
  name: string;
  table: StudyView['tables'][number];
}

type Swept = AnswerTo<'GET /studies/{study}/tables/{table}/sweep'>;

/** The lines of a sweep as they come over the wire. */
const linesOf = ({ lines }: Swept): SweptLine[] => lines.map((line) => line as SweptLine);
const laidOf = (swept: Swept) => [sweptLaidOut(swept.title, linesOf(swept))];

/** A sweep with what became of it since it was looked at, or frozen; each of its lines opens to its table. */
function SweptTable({ view, name, table, swept, now }: Props & { swept: Swept; now: Swept | null }) {
  // Sorted here, it is sorted for this look alone.
  const [sort, setSort] = useState<SweepSort>(table.shown.sweep?.sort ?? 'strength');
  const { frozen } = table;
  const laid = useMemo(() => laidOf(swept), [swept]);
  const look = useLook(view, table, frozen ? null : laid);
  const changes = useMemo(
    () => (frozen ? changedFigures(figuresRead(laid), now ? figuresRead(laidOf(now)) : figuresRead(laid)) : []),
    [frozen, laid, now],
  );
  const sentence = sentenceOfBody(table.sentence);
  const lines = sortedLines(listedLines(linesOf(swept), sentence), sort);
  const columns = sweepColumns(lines.some(({ gamma }) => gamma !== null));
  const addressOf = ({ variable, by }: SweptLine) =>
    `/studies/${view.study.id}/tables${toQuery({ ...sentence, rows: [{ variable }], by: [by] }, view.variables, null)}`;
  const several = sentence.by.length > 1;
  return (
    <>
      {frozen && changes.length > 0 && <ChangedSince {...{ view, table, changes, since: frozen }} />}
      {look.since && look.changes.length > 0 && (
        <ChangedSince {...{ view, table, changes: look.changes, since: look.since, seen: look.seen }} />
      )}
      <div className={css['swept']} role="region" aria-label={`${name}, its lines`} tabIndex={0}>
        <table aria-label={`${swept.title}, ${name}`}>
          <thead>
            <tr>
              <th scope="col">
                <SortHeading column={{ heading: 'Variable', sort: 'list' }} sort={sort} choose={setSort} />
              </th>
              {columns.map((column) => (
                <th scope="col" key={column.heading}>
                  <SortHeading column={column} sort={sort} choose={setSort} />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => (
              <tr key={`${line.variable} ${line.by.join(' ')}`} data-is="swept">
                <th scope="row">
                  {frozen ? line.title : <a href={addressOf(line)}>{line.title}</a>}
                  {several && <small>by {line.byTitle}</small>}
                </th>
                {columns.map(({ heading, cell }) => (
                  <td key={heading}>{cell(line)}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {swept.notes.map((text) => (
        <p key={text} className={css['soft']}>
          {text}
        </p>
      ))}
    </>
  );
}

/** A sweep that is kept in the binder: as the study is now, or as it was frozen. */
export function KeptSweep(props: Props) {
  const { view, table } = props;
  const of = { study: view.study.id, table: table.id };
  const { answer, problem } = useAnswer('GET /studies/{study}/tables/{table}/sweep', of);
  const asNow = table.frozen ? { ...of, query: { now: 'true' as const } } : null;
  const now = useAnswer('GET /studies/{study}/tables/{table}/sweep', asNow);
  if (problem) return <Problem {...problem} />;
  if (!answer) return <Wait>Sweeping…</Wait>;
  return <SweptTable {...props} swept={answer} now={now.answer} />;
}
