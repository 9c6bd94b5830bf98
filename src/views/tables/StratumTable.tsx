import { whole } from '../../core/figures.js';
import type { Shown } from '../../api/types.js';
import type { TableView } from '../../core/view/types.js';
import { type BlockAt, CrossTable } from './CrossTable.js';
import { SummaryTable } from './summary/SummaryTable.js';
import css from './table.module.css';

interface Props {
  label: string;
  view: TableView;
  /** Title of the variable that splits. */
  within: string;
  shown: Shown;
  read?: ((at: BlockAt) => void) | undefined;
}

/** The table of one category of a third variable, among those of the others. */
export function StratumTable({ label, view, within, shown, read }: Props) {
  const bases = view.blocks.flat().map(({ base }) => base);
  return (
    <section className={css['stratum']} aria-label={`${within}: ${label}`}>
      <h2>
        {label} <small>base {whole(Math.max(...bases))}</small>
      </h2>
      {bases.every((base) => base === 0) ? (
        <p className={css['nobody']}>Nobody is in this table.</p>
      ) : view.summary ? (
        <SummaryTable summary={view.summary} {...{ view, shown, read }} />
      ) : (
        <CrossTable view={view} shown={shown} read={read} />
      )}
    </section>
  );
}
