import { whole } from '../../core/figures.js';
import type { Proof } from '../../core/recode/proof-shape.js';
import css from './workings.module.css';

/** Where the respondents of each old code went, as a table of counts. */
export function OldAgainstNew({ proof, totals }: { proof: Proof; totals: boolean }) {
  return (
    <table className={css['matrix']} data-testid="old-against-new">
      <caption className="sr-only">Old codes against new groups, in respondents</caption>
      <thead>
        <tr>
          <th scope="col">{totals ? 'Old code' : 'Column'}</th>
          {proof.columns.map((column) => (
            <th scope="col" key={column.code}>
              {column.label}
            </th>
          ))}
          <th scope="col" className={css['total']}>
            All
          </th>
        </tr>
      </thead>
      <tbody>
        {proof.rows.map((row) => (
          <tr key={`${row.code}-${row.label}`}>
            <th scope="row">
              {row.label === row.code || row.code === '' ? row.label || row.code : `${row.code} ${row.label}`}
            </th>
            {row.went.map((respondents, k) => (
              <td key={proof.columns[k]?.code ?? k} className={respondents === 0 ? css['dot'] : undefined}>
                {respondents === 0 ? '·' : whole(respondents)}
              </td>
            ))}
            <td className={css['total']}>{whole(row.respondents)}</td>
          </tr>
        ))}
      </tbody>
      {totals && (
        <tfoot>
          <tr>
            <th scope="row" className={css['total']}>
              All
            </th>
            {proof.columns.map((column) => (
              <td key={column.code} className={css['total']}>
                {whole(column.respondents)}
              </td>
            ))}
            <td className={css['total']}>{whole(proof.respondents)}</td>
          </tr>
        </tfoot>
      )}
    </table>
  );
}
