import type { RosterVariable } from '../../api/types.js';
import { whole } from '../../core/figures.js';
import { ROSTER_ORDERS, type RosterOrder, type Showing, showingOptions } from './showing.js';

interface Props {
  variables: readonly RosterVariable[];
  withIssues?: ReadonlySet<number>;
  showing: Showing;
  show: (showing: Showing) => void;
  order: RosterOrder;
  setOrder: (order: RosterOrder) => void;
}

/** Which variables are shown, and in which order. */
export function ShowSelect({ variables, withIssues, showing, show, order, setOrder }: Props) {
  return (
    <>
      <select aria-label="Show" value={showing} onChange={(event) => show(event.target.value)}>
        {showingOptions(variables, withIssues).map(({ title, options }) => (
          <optgroup key={title} label={title}>
            {options.map(({ value, name, count }) => (
              <option key={value} value={value}>
                {name} · {whole(count)}
              </option>
            ))}
          </optgroup>
        ))}
      </select>
      <select
        aria-label="Order"
        value={order}
        onChange={(event) => {
          const wanted = ROSTER_ORDERS.find(([name]) => name === event.target.value);
          if (wanted) setOrder(wanted[0]);
        }}
      >
        {ROSTER_ORDERS.map(([value, name]) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </select>
    </>
  );
}
