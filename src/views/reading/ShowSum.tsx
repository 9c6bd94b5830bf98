import { useState } from 'react';
import type { Sum } from '../../core/statistic/sum.js';
import css from './reading.module.css';

/** Works a statistic's sum out for its id; null where it has none to show. */
export type SumFor = (id: string) => Sum | null;

/** The formula with this table's numbers in it, worked out when it is asked for. */
export function ShowSum({ id, name, sumFor }: { id: string; name: string; sumFor: SumFor }) {
  const [open, setOpen] = useState(false);
  const sum = open ? sumFor(id) : null;
  return (
    <details className={css['sum']} open={open} onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary aria-label={`Show the sum of ${name}`}>Show the sum</summary>
      {sum && (
        <>
          <p className={css['formula']}>{sum.formula}</p>
          <ol>
            {sum.steps.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
        </>
      )}
    </details>
  );
}
