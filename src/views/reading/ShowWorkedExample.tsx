import { useState } from 'react';
import type { WorkedExample } from '../../core/statistic/worked-example.js';
import css from './reading.module.css';

/** Works a statistic's sum out for its id; null where it has none to show. */
export type ExampleFor = (id: string) => WorkedExample | null;

/** The formula with this table's numbers in it, worked out when it is asked for. */
export function ShowWorkedExample({
  id,
  name,
  exampleFor: sumFor,
}: {
  id: string;
  name: string;
  exampleFor: ExampleFor;
}) {
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
