import { useMemo } from 'react';
import type { Shown } from '../../api/types.js';
import { saidReading } from '../../core/reading/said-reading.js';
import type { CountedTable } from '../../core/report/report-table.js';
import type { KeptReading as Kept } from '../../core/table/shown-shape.js';
import { NamedText } from '../peek/NamedText.js';
import type { TableStudy } from '../tables/table-study.js';
import { useBlockReading } from '../tables/use-block-reading.js';
import { blockRead, type Shows } from '../tables/use-table.js';
import css from './binder.module.css';

interface Props {
  view: TableStudy;
  /** The whole table. */
  shows: Shows;
  /** How many groupings stand side by side in it. */
  across: number;
  shown: Shown;
  /** The block that is read. */
  at: Kept;
  /** The table as it was counted when it was frozen. */
  counted?: CountedTable | undefined;
}

/** What is said of a block of a kept table, as text; it follows the study as the table does. */
export function KeptReading({ view, shows, across, shown, at, counted }: Props) {
  const kept = useMemo(
    () => counted?.groupings.filter(({ item, nest }) => item === at.item && nest === at.nest),
    [counted, at],
  );
  const read = blockRead(shows.blocks, across, at.stratum ?? null, at);
  const { answers } = useBlockReading(view, { ...shows, ...read }, shown, kept);
  const { block, table, split } = read;
  const isThere = read.at.item === at.item && read.at.nest === at.nest;
  const base = (table ?? split?.all)?.base;
  if (!isThere || !block || base === undefined || answers.length === 0) return null;
  const stratum = split?.strata.find(({ code }) => code === at.stratum)?.label;
  const title = `${block.title}${stratum === undefined ? '' : `: ${stratum}`}`;
  const said = saidReading({ title, base }, answers);
  return (
    <section className={css['reading']} aria-label={`Reading of ${title}`}>
      <h3>
        <NamedText>{title}</NamedText>
      </h3>
      {said.sentence !== '' && (
        <blockquote>
          <NamedText>{said.sentence}</NamedText>
        </blockquote>
      )}
      <dl>
        {said.lines.map(({ what, text }) => (
          <div key={what}>
            <dt>{what}</dt>
            <dd>
              <NamedText>{text}</NamedText>
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
