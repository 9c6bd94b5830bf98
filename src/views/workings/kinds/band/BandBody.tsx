import { useState } from 'react';
import type { Distribution } from '../../../../api/types.js';
import { whole as said } from '../../../../core/figures.js';
import { bandFinder } from '../../../../core/recode/band/compute.js';
import { bandsAt, edgesByWidth, figure } from '../../../../core/recode/band/edges.js';
import { type Band, type BandEnds, type Cut } from '../../../../core/recode/band/shape.js';
import { Button, Problem, Wait } from '../../../../kit/kit.js';
import { Segmented } from '../../../../kit/Segmented.js';
import { ask } from '../../../server/ask.js';
import { problemText } from '../../../server/problem.js';
import { useAnswer } from '../../../server/use-answer.js';
import { BandChart } from './BandChart.js';
import { BandTable } from './BandTable.js';
import { CutBar } from './CutBar.js';
import { fullLabels, grainOf, numbered, plainLabels, withOtherEnds } from './band-edits.js';
import type { BodyProps } from '../body-props.js';
import css from '../../workings.module.css';
import band from './band.module.css';

const DISTRIBUTION = 'GET /studies/{study}/variables/{variable}/distribution';

/** Missing codes that a band reaches over, with what becomes of each. */
function Reached({
  distribution,
  shown,
  recipe,
  change,
}: {
  distribution: Distribution;
  /** The bands as they are kept, with their labels in full. */
  shown: readonly Cut[];
  recipe: Band;
  change: (next: Band) => void;
}) {
  const reached = distribution.missing.flatMap((code) => {
    const at = bandFinder(recipe)(code.value);
    return at < 0 ? [] : [{ ...code, band: shown[at]?.label ?? '', taken: recipe.taken.includes(code.code) }];
  });
  return (
    <>
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
                ...recipe,
                taken: next === 'taken' ? [...recipe.taken, code] : recipe.taken.filter((text) => text !== code),
              })
            }
          />
        </div>
      ))}
    </>
  );
}

/** Adds bands, and says which ends belong to one. */
function BandActs({
  distribution: { from, to, whole },
  recipe,
  step,
  change,
}: {
  distribution: Distribution;
  recipe: Band;
  step: number;
  change: (next: Band) => void;
}) {
  const { bands, ends } = recipe;
  const last: Cut = { is: 'range', code: '', label: '', from: to + step, to: null };
  const apart: Cut = { is: 'values', code: '', label: figure(from), values: [from] };
  return (
    <div className={css['row']}>
      <Button onClick={() => change({ ...recipe, bands: numbered([...bands, last]) })}>Add a band</Button>
      <Button onClick={() => change({ ...recipe, bands: numbered([apart, ...bands]) })}>
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
        choose={(next) => change(withOtherEnds(recipe, next, whole))}
      />
    </div>
  );
}

/** A number to ordered categories, cut on its histogram, by parts, or by typing the ends. */
export function BandBody({ view, recipe, change: put, previewed, source }: BodyProps<Band>) {
  const [refused, setRefused] = useState<{ detail: string; mend: string } | null>(null);
  const study = view.study.id;
  const id = recipe.source;
  const asked = id === 0 ? null : { study, variable: id };
  const { answer: distribution, problem: unread } = useAnswer(DISTRIBUTION, asked);
  const problem = refused ?? (distribution ? null : unread);
  if (problem) return <Problem {...problem} />;
  if (id === 0) return <p className={css['hint']}>Choose a number at the top: its histogram is where it is cut.</p>;
  if (!distribution) return <Wait>Counting…</Wait>;
  const { whole } = distribution;
  const grain = grainOf(distribution.from, distribution.to, whole);
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
  return (
    <>
      <CutBar
        byWidth={(parts) => cut(edgesByWidth(distribution.from, distribution.to, parts, whole))}
        byShares={byShares}
      />
      <BandChart
        distribution={distribution}
        recipe={current}
        grain={grain}
        change={change}
        preview={previewed.preview}
      />
      <p className={css['hint']}>
        {said(distribution.answers)} answers from {figure(distribution.from)} to {figure(distribution.to)}. Click where
        a band is to end; drag an edge, or move it with the arrow keys; Delete takes it away. Heights are square roots,
        so that few can be seen beside many.
      </p>
      <Reached distribution={distribution} shown={recipe.bands} recipe={current} change={change} />
      <section className={css['section']}>
        <h2>
          Bands<small>{recipe.bands.length === 0 ? 'none yet' : 'in order; an end left empty is open'}</small>
        </h2>
        {recipe.bands.length > 0 && (
          <BandTable
            shown={recipe.bands}
            recipe={current}
            whole={whole}
            answers={distribution.answers}
            preview={previewed.preview}
            change={change}
          />
        )}
        <BandActs distribution={distribution} recipe={current} step={grain.step} change={change} />
      </section>
      {source?.level !== 'number' && (
        <p className={css['warn']}>The variable is no number any more: its level was changed in the codebook.</p>
      )}
    </>
  );
}
