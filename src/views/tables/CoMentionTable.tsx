import { useMemo } from 'react';
import { whole } from '../../core/figures.js';
import { togetherOf } from '../../core/reading/read-together.js';
import { coefficient, sayP } from '../../core/reading/words.js';
import type { OptionPair } from '../../core/infer/co-mention.js';
import type { Table } from '../../core/table/table.js';
import { inkOf } from '../../core/view/ink.js';
import { Hatch } from '../../kit/Hatch.js';
import css from './table.module.css';

/** Up to so many options every pair is shown; a picture of more pairs cannot be read. */
const MOST = 30;

/**
 * Which options are mentioned together: below the diagonal how many mention both, above it phi, hatched beyond chance.
 */
export function CoMentionTable({ table }: { table: Table }) {
  const read = useMemo(() => togetherOf(table), [table]);
  if (!read || read.labels.length > MOST) return null;
  const { labels, mentioned, pairs, base } = read;
  const pairOf = (a: number, b: number): OptionPair | undefined =>
    pairs.find((pair) => pair.a === Math.min(a, b) && pair.b === Math.max(a, b));
  return (
    <section className={css['together']} aria-label="Mentioned together">
      <h2>
        Mentioned together
        <small>
          below: respondents who mention both; above: phi, from −1 to 1; rising lines where two go together by more than
          chance, falling where they keep apart
        </small>
      </h2>
      <div className={css['scroll']} tabIndex={0} role="region" aria-label="Options by options">
        <table className={css['pairs']}>
          <caption className="sr-only">Options by options</caption>
          <thead>
            <tr>
              <td />
              {labels.map((label, j) => (
                <th scope="col" key={label}>
                  <span className="sr-only">{label}</span>
                  <span aria-hidden="true">{j + 1}</span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {labels.map((label, i) => (
              <tr key={label}>
                <th scope="row">
                  <span aria-hidden="true">{i + 1}</span> {label}
                </th>
                {labels.map((other, j) => {
                  if (i === j)
                    return (
                      <td
                        key={other}
                        className={css['own']}
                        title={`${whole(mentioned[i] ?? 0)} of ${whole(base)} mention ${label}`}
                      >
                        {whole(mentioned[i] ?? 0)}
                      </td>
                    );
                  const pair = pairOf(i, j);
                  const ink = pair?.phi == null || pair.p === null ? null : inkOf(pair.phi, pair.p);
                  const says = pair
                    ? `${labels[pair.a] ?? ''} with ${labels[pair.b] ?? ''}: ${whole(pair.both)} mention both, ` +
                      `${pair.expected.toFixed(1)} expected` +
                      (pair.phi === null ? '' : `; phi ${coefficient(pair.phi)}, adjusted ${sayP(pair.p ?? 1)}`)
                    : '';
                  return (
                    <td key={other} title={says}>
                      {ink && j > i && <Hatch ink={ink} />}
                      <span>{j < i ? whole(pair?.both ?? 0) : pair?.phi == null ? '·' : coefficient(pair.phi)}</span>
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
