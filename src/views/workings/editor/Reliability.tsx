import type { Proof } from '../../../core/recode/proof-shape.js';
import { whole } from '../../../core/figures.js';
import reading from '../../reading/reading.module.css';
import css from '../workings.module.css';

const signed = (value: number | null) => (value === null ? '–' : value.toFixed(2).replace('-', '−'));

/** How the items of a score go together: alpha, and each item against the others. */
export function Reliability({ reliability }: { reliability: NonNullable<Proof['reliability']> }) {
  const { alpha, items, respondents } = reliability;
  return (
    <section className={reading['answer']} aria-label="Reliability">
      <h2 className={reading['question']}>Do the items go together?</h2>
      <p className={reading['verdict']}>Cronbach’s alpha {signed(alpha)}</p>
      <p className={reading['notes']}>
        Among the {whole(respondents)} who answered all {items.length} items.
      </p>
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
    </section>
  );
}
