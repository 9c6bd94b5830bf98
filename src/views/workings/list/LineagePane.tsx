import { titleById } from '../../../core/by-id.js';
import { useState } from 'react';
import type { StudyView } from '../../../api/types.js';
import { arcs } from '../../../charts/arcs.js';
import { lineageOf } from '../../../core/recode/lineage.js';
import { sourcesOf } from '../../../core/recode/sources.js';
import { Segmented } from '../../../kit/Segmented.js';
import { Svg } from '../../../kit/Svg.js';
import { peekAt } from '../../peek/Peek.js';
import { Note, Panel } from '../../../kit/Panel.js';
import list from './list.module.css';

const ROW = 26;
/** More rows than this are shown only around one variable. */
const MOST = 200;

/** Who is made from what: a list in which each variable stands under what it is made of, with arcs between them. */
export function LineagePane({
  view,
  chosen,
  choose,
}: {
  view: StudyView;
  chosen: number | null;
  choose: (variable: number) => void;
}) {
  const [wide, setWide] = useState<'all' | 'one'>('all');
  const workings = view.workings.map(({ variable, recipe }) => ({ variable, of: sourcesOf(recipe) }));
  const all = lineageOf(workings, null);
  const around = chosen !== null && (wide === 'one' || all.rows.length > MOST);
  const { rows, links } = around
    ? lineageOf(workings, chosen)
    : { rows: all.rows.slice(0, MOST), links: all.links.filter(({ to }) => to < MOST) };
  const at = chosen === null ? -1 : rows.indexOf(chosen);
  const results = new Set(view.workings.map(({ variable }) => variable));
  const title = (id: number) => titleById(view.variables, id);
  return (
    <Panel title="Who is made from what">
      {view.workings.length === 0 ? (
        <Note>Nothing is made yet.</Note>
      ) : (
        <>
          {chosen !== null && (
            <Segmented
              label="Which variables"
              value={wide}
              of={[
                ['all', 'all'],
                ['one', `around ${title(chosen)}`],
              ]}
              choose={setWide}
            />
          )}
          <div className={list['lineage']}>
            <Svg markup={arcs({ rows: rows.length, links, rowHeight: ROW, width: 64, chosen: at < 0 ? null : at })} />
            <ol>
              {rows.map((id) => (
                <li key={id} style={{ height: ROW }}>
                  <button
                    type="button"
                    data-made={results.has(id)}
                    aria-pressed={chosen === id}
                    onClick={() => choose(id)}
                    {...peekAt(id)}
                  >
                    {title(id)}
                  </button>
                </li>
              ))}
            </ol>
          </div>
        </>
      )}
    </Panel>
  );
}
