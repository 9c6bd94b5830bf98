import { whole } from '../../core/figures.js';
import type { Shown } from '../../api/types.js';
import type { StratumShown } from '../reading/use-reading.js';
import { CrossTable } from './CrossTable.js';
import css from './table.module.css';

interface Props {
  stratum: StratumShown;
  /** Title of the variable that splits. */
  within: string;
  shown: Shown;
  title: string;
}

/** The table of one category of a third variable, among those of the others. */
export function StratumTable({ stratum, within, shown, title }: Props) {
  const { label, table, marks, letters } = stratum;
  return (
    <section className={css['stratum']} aria-label={`${within}: ${label}`}>
      <h2>
        {label} <small>base {whole(table.base)}</small>
      </h2>
      {table.base === 0 ? (
        <p className={css['nobody']}>Nobody is in this table.</p>
      ) : (
        <CrossTable table={table} marks={marks} letters={letters} shown={shown} title={`${title}, ${label}`} />
      )}
    </section>
  );
}
