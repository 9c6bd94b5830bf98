import { useState } from 'react';
import { parseNumber } from '../../../../core/codebook/number.js';
import { whole as said } from '../../../../core/figures.js';
import { bandFinder } from '../../../../core/recode/band/compute.js';
import { bandsAt, edgesByWidth, figure } from '../../../../core/recode/band/edges.js';
import { type Band, type BandEnds, type Cut } from '../../../../core/recode/band/shape.js';
import { Bar, BarGroup } from '../../../../kit/Bar.js';
import { Button, Problem, Wait } from '../../../../kit/kit.js';
import { Segmented } from '../../../../kit/Segmented.js';
import kit from '../../../../kit/kit.module.css';
import { ask } from '../../../server/ask.js';
import { problemText } from '../../../server/problem.js';
import { useAnswer } from '../../../server/use-answer.js';
import { NumberInput } from '../../editor/NumberInput.js';
import { BandChart } from './BandChart.js';
import { fullLabels, grainOf, numbered, plainLabels, withEnds, withOtherEnds } from './band-edits.js';
import type { BodyProps } from '../body-props.js';
import css from '../../workings.module.css';
import band from './band.module.css';

/** The ends of the columns "from" and "to", by which ends belong to a band. */
const HEADS: Record<BandEnds, readonly [string, string]> = {
  both: ['from', 'to'],
  lower: ['from', 'to under'],
  upper: ['over', 'to'],
};

/** Shares that a text of percentages spells; null where one is none. */
function sharesIn(text: string): number[] | null {
  const found = text
    .split(/[\s,;]+/)
    .filter((one) => one !== '')
    .map((one) => parseNumber(one.replace('%', '')));
  const shares = found.flatMap((one) => (one !== null && one > 0 && one < 100 ? [one / 100] : []));
  return shares.length === found.length && shares.length > 0 ? shares : null;
}

const DISTRIBUTION = 'GET /studies/{study}/variables/{variable}/distribution';

/** A number to ordered categories, cut on its histogram, by parts, or by typing the ends. */
export function BandBody({ view, recipe, change: put, previewed, source }: BodyProps<Band>) {
  const [refused, setRefused] = useState<{ detail: string; mend: string } | null>(null);
  const [parts, setParts] = useState<number | null>(4);
  const [quantiles, setQuantiles] = useState('10, 25, 50, 75, 90');
  const study = view.study.id;
  const id = recipe.source;
  const asked = id === 0 ? null : { study, variable: id };
  const { answer: found, problem: unread } = useAnswer(DISTRIBUTION, asked);
  const problem = refused ?? unread;
  if (problem) return <Problem {...problem} />;
  if (id === 0) return <p className={css['hint']}>Choose a number at the top: its histogram is where it is cut.</p>;
  if (!found) return <Wait>Counting…</Wait>;
  const { whole } = found;
  const grain = grainOf(found.from, found.to, whole);
  // Of whole numbers, "18 to 24" is how bands are said.
  const ends: BandEnds = recipe.bands.length > 0 ? recipe.ends : whole ? 'both' : 'lower';
  // Labels follow what is set apart from their bands, whichever edit does it.
  const change = (next: Band) => put(fullLabels(next, whole));
  const current = plainLabels({ ...recipe, ends }, whole);
  const cut = (edges: readonly number[]) => change({ ...recipe, ends, bands: bandsAt(edges, ends, whole) });
  const byShares = (shares: readonly number[]) => {
    ask(DISTRIBUTION, { study, variable: id, query: { ends, shares: shares.join(',') } }).then(
      ({ edges }) => cut(edges),
      (error: unknown) => setRefused(problemText(error)),
    );
  };
  const many = Math.max(2, Math.min(100, Math.round(parts ?? 4)));
  const setBand = (at: number, next: Cut) =>
    change({ ...current, bands: current.bands.map((one, k) => (k === at ? next : one)) });
  const reached = found.missing.flatMap((one) => {
    const at = bandFinder(recipe)(one.value);
    return at < 0 ? [] : [{ ...one, band: recipe.bands[at]?.label ?? '', taken: recipe.taken.includes(one.code) }];
  });
  const counts = new Map(previewed.preview?.figures.codes.map(({ code, respondents }) => [code, respondents]));
  const [from, to] = HEADS[ends];
  return (
    <>
      <Bar label="Cut">
        <BarGroup name="Cut into parts">
          <NumberInput label="Number of parts" value={parts} put={setParts} className={css['few']} />
          <Button onClick={() => cut(edgesByWidth(found.from, found.to, many, whole))}>equal width</Button>
          <Button onClick={() => byShares(Array.from({ length: many - 1 }, (_, k) => (k + 1) / many))}>
            equal share
          </Button>
        </BarGroup>
        <BarGroup name="at the quantiles (%)">
          <input
            className={`${kit['input'] ?? ''} ${css['some'] ?? ''}`}
            aria-label="Quantiles, in percent"
            value={quantiles}
            aria-invalid={sharesIn(quantiles) === null}
            onChange={(event) => setQuantiles(event.target.value)}
          />
          <Button disabled={sharesIn(quantiles) === null} onClick={() => byShares(sharesIn(quantiles) ?? [])}>
            cut
          </Button>
        </BarGroup>
      </Bar>
      <BandChart distribution={found} recipe={current} grain={grain} change={change} preview={previewed.preview} />
      <p className={css['hint']}>
        {said(found.answers)} answers from {figure(found.from)} to {figure(found.to)}. Click where a band is to end;
        drag an edge, or move it with the arrow keys; Delete takes it away. Heights are square roots, so that few can be
        seen beside many.
      </p>
      {reached.map(({ code, label, respondents, band: into, taken }) => (
        <div key={code} className={band['ask']} role="group" aria-label={`Missing code ${code}`}>
          <span>
            {into} reaches over {code}
            {label !== code ? ` ${label}` : ''} ({said(respondents)}), which is no answer.
          </span>
          <Segmented
            label={`What becomes of ${code}`}
            value={taken ? 'taken' : 'left'}
            of={[
              ['left', 'leave it out'],
              ['taken', 'count it in'],
            ]}
            choose={(next) =>
              change({
                ...current,
                taken: next === 'taken' ? [...recipe.taken, code] : recipe.taken.filter((one) => one !== code),
              })
            }
          />
        </div>
      ))}
      <section className={css['section']}>
        <h2>
          Bands<small>{recipe.bands.length === 0 ? 'none yet' : 'in order; an end left empty is open'}</small>
        </h2>
        {recipe.bands.length > 0 && (
          <table className={band['bands']}>
            <thead>
              <tr>
                <th scope="col">Label</th>
                <th scope="col">{from}</th>
                <th scope="col">{to}</th>
                <th scope="col" className={band['figure']}>
                  n
                </th>
                <th scope="col" className={band['figure']}>
                  %
                </th>
                <th scope="col">
                  <span className="sr-only">Take out</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {recipe.bands.map((one, at) => {
                const respondents = counts.get(one.code);
                return (
                  <tr key={at}>
                    <td>
                      <input
                        className={kit['input']}
                        aria-label={`Label of band ${at + 1}`}
                        value={one.label}
                        onChange={(event) => setBand(at, { ...one, label: event.target.value })}
                      />
                    </td>
                    {one.is === 'range' ? (
                      <>
                        <td className={band['end']}>
                          <NumberInput
                            label={`${one.label} ${from}`}
                            value={one.from}
                            empty="open"
                            put={(next) =>
                              setBand(
                                at,
                                withEnds(current.bands[at] as typeof one, { from: next, to: one.to }, ends, whole),
                              )
                            }
                          />
                        </td>
                        <td className={band['end']}>
                          <NumberInput
                            label={`${one.label} ${to}`}
                            value={one.to}
                            empty="open"
                            put={(next) =>
                              setBand(
                                at,
                                withEnds(current.bands[at] as typeof one, { from: one.from, to: next }, ends, whole),
                              )
                            }
                          />
                        </td>
                      </>
                    ) : (
                      <td colSpan={2}>
                        <ValuesInput
                          label={`Values of ${one.label}`}
                          values={one.values}
                          put={(values) => setBand(at, { ...one, values })}
                        />
                      </td>
                    )}
                    <td className={band['figure']}>{respondents === undefined ? '' : said(respondents)}</td>
                    <td className={band['figure']}>
                      {respondents === undefined || found.answers === 0
                        ? ''
                        : ((100 * respondents) / found.answers).toFixed(1)}
                    </td>
                    <td>
                      <button
                        type="button"
                        className={css['tool']}
                        aria-label={`Take out ${one.label}`}
                        onClick={() =>
                          change({ ...current, bands: numbered(current.bands.filter((_, k) => k !== at)) })
                        }
                      >
                        ×
                      </button>
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        )}
        <div className={css['row']}>
          <Button
            onClick={() =>
              change({
                ...current,
                bands: numbered([
                  ...current.bands,
                  { is: 'range', code: '', label: '', from: found.to + grain.step, to: null },
                ]),
              })
            }
          >
            Add a band
          </Button>
          <Button
            onClick={() =>
              change({
                ...current,
                bands: numbered([
                  { is: 'values', code: '', label: figure(found.from), values: [found.from] },
                  ...current.bands,
                ]),
              })
            }
          >
            Set a single value apart
          </Button>
          <Segmented
            label="Which ends belong to a band"
            value={ends}
            of={[
              ['both', 'both ends are in'],
              ['lower', 'the lower end is in'],
              ['upper', 'the upper end is in'],
            ]}
            choose={(next) => change(withOtherEnds(current, next, whole))}
          />
        </div>
      </section>
      {source?.level !== 'number' && (
        <p className={css['warn']}>The variable is no number any more: its level was changed in the codebook.</p>
      )}
    </>
  );
}

/** Single values, separated by commas. */
function ValuesInput({
  label,
  values,
  put,
}: {
  label: string;
  values: readonly number[];
  put: (values: number[]) => void;
}) {
  const [text, setText] = useState(values.map(figure).join(', '));
  const parts = (typed: string) =>
    typed
      .split(/[,;\s]+/)
      .filter((one) => one !== '')
      .map(parseNumber);
  return (
    <input
      className={kit['input']}
      aria-label={label}
      aria-invalid={parts(text).includes(null)}
      value={text}
      onChange={(event) => {
        setText(event.target.value);
        const found = parts(event.target.value);
        if (!found.includes(null)) put(found.flatMap((one) => one ?? []));
      }}
    />
  );
}
