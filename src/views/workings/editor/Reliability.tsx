import type { Proof } from '../../../core/recode/proof-shape.js';
import { whole } from '../../../core/figures.js';
import { Note, Panel, Verdict } from '../../../kit/Panel.js';
import css from '../workings.module.css';

const signed = (value: number | null) => (value === null ? '–' : value.toFixed(2).replace('-', '−'));

/** How the items of a score go together: alpha, and each item against the others. */
export function Reliability({ reliability }: { reliability: NonNullable<Proof['reliability']> }) {
  const { alpha, items, respondents } = reliability;
  return (
    <Panel title="Do the items go together?" aria-label="Reliability">
      <Verdict>Cronbach’s alpha {signed(alpha)}</Verdict>
      <Note>
        Among the {whole(respondents)} who answered all {items.length} items.
      </Note>
      <table className={css['reliability']}>
        <thead>
          <tr>
            <th scope="col">Item</th>
            <th scope="col">with the others</th>
            <th scope="col">alpha without</th>
          </tr>
        </thead>
        <tbody>
          {items.map(({ label, rest, alphaWithout }) => (
            <tr key={label} data-against={rest !== null && rest < 0}>
              <th scope="row">{label}</th>
              <td>
                <i style={{ width: `${Math.abs(rest ?? 0) * 40}px` }} aria-hidden="true" /> {signed(rest)}
              </td>
              <td>{signed(alphaWithout)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Panel>
  );
}
