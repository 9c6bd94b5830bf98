import type { Intake } from '../../api/types.js';
import css from './intake.module.css';

const COLUMNS = 60;

/** The first rows as they are read, with their lines; those that cannot be read are marked. */
export function PreviewTable({
  preview,
  names,
}: {
  preview: NonNullable<Intake['preview']>;
  names: ReadonlySet<string> | null;
}) {
  const columns = preview.columns.slice(0, COLUMNS);
  return (
    <div className={css['sample']} tabIndex={0} role="region" aria-label="The first rows">
      <table>
        <thead>
          <tr>
            <th scope="col">line</th>
            {columns.map((name) => (
              <th key={name} scope="col" data-out={names !== null && !names.has(name)}>
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {preview.rows.map(({ line, cells, why }) => (
            <tr key={line} data-unread={why !== null}>
              <th scope="row">{line}</th>
              {why === null ? (
                columns.map((name, k) => <td key={name}>{cells[k]}</td>)
              ) : (
                <td colSpan={columns.length}>
                  <b>Set aside.</b> {why} <span>{cells.join(' · ')}</span>
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
