import type { Distribution, WorkingPreview } from '../../../../api/types.js';
import { pensFor, TONES } from '../../../../charts/pens.js';
import { whole as said } from '../../../../core/figures.js';
import { bandFinder, mismatchesOf } from '../../../../core/recode/band/compute.js';
import { figure } from '../../../../core/recode/band/edges.js';
import type { Band } from '../../../../core/recode/band/shape.js';
import { type BandScale, FLOOR, HEIGHT, STRIP, TOP } from './band-scale.js';
import css from './band.module.css';

interface Props {
  recipe: Band;
  scale: BandScale;
  whole: boolean;
}

/** A name is left out where its band is narrower than this. */
const NARROWEST = 26;

const pensOf = ({ bands }: Band) => pensFor(Math.max(1, bands.length));

/** What is in no band, or in two, where it is. */
export function MismatchMarks({ recipe, scale: { plot, drawn, clamp }, whole }: Props) {
  const mismatches = mismatchesOf(recipe).filter(
    (mismatch) =>
      mismatch.is === 'overlap' || !whole || recipe.ends !== 'both' || (mismatch.to ?? 0) - (mismatch.from ?? 0) > 1,
  );
  return (
    <>
      {mismatches.map(({ is, from, to }, k) => {
        const left = from === null ? 0 : clamp(drawn(recipe.ends === 'both' && whole ? from + 1 : from));
        const right = to === null ? plot : clamp(drawn(to));
        return (
          <g key={k} className={css['mismatch']}>
            <rect x={left} y={TOP - 8} width={Math.max(3, right - left)} height={FLOOR - TOP + 8} data-is={is} />
            <text x={(left + right) / 2} y={FLOOR - 6}>
              {is === 'gap' ? 'in no band' : 'in two bands'}
            </text>
          </g>
        );
      })}
    </>
  );
}

/** The answers, in the pen of the band that each is in. */
export function Bars({ recipe, scale: { x, tall, bars } }: Omit<Props, 'whole'>) {
  const find = bandFinder(recipe);
  const pens = pensOf(recipe);
  return (
    <>
      {bars.map(({ from, to, middle, respondents }) => {
        const place = find(middle);
        const pen = place < 0 ? undefined : pens[place];
        return (
          <rect
            key={from}
            x={x(from) + 0.5}
            y={FLOOR - tall(respondents)}
            width={Math.max(0.5, x(to) - x(from) - (x(to) - x(from) > 4 ? 1 : 0))}
            height={tall(respondents)}
            fill={pen ? `url(#pen-${pen.id})` : recipe.bands.length === 0 ? 'url(#pen-spark)' : 'var(--caution-wash)'}
            stroke={pen ? TONES[pen.tone] : recipe.bands.length === 0 ? 'var(--pen)' : 'var(--caution)'}
            strokeWidth="0.7"
            strokeDasharray={pen || recipe.bands.length === 0 ? undefined : '3 2'}
            pointerEvents="none"
          >
            <title>{`${figure(middle)}: ${said(respondents)}`}</title>
          </rect>
        );
      })}
    </>
  );
}

/** The name of each band over what it takes, with how many it makes. */
export function BandNames({
  recipe,
  scale: { plot, drawn, clamp },
  whole,
  preview,
}: Props & { preview: WorkingPreview | null }) {
  const pens = pensOf(recipe);
  const counts = new Map(preview?.figures.codes.map(({ code, respondents }) => [code, respondents]));
  const shown = recipe.bands.flatMap((band, k) => {
    if (band.is !== 'range') return [];
    const from = band.from === null ? 0 : clamp(drawn(band.from));
    const to = band.to === null ? plot : clamp(drawn(recipe.ends === 'both' && whole ? band.to + 1 : band.to));
    return [{ band, k, from, to }];
  });
  return (
    <>
      {shown.map(({ band, k, from, to }) =>
        to - from < NARROWEST ? null : (
          <g key={band.code} className={css['name']} pointerEvents="none">
            <text x={(from + to) / 2} y="14">
              {cutText(band.label, to - from)}
            </text>
            <text x={(from + to) / 2} y="30" data-soft="true">
              {counts.has(band.code) ? said(counts.get(band.code) ?? 0) : ''}
            </text>
            <line x1={from + 2} x2={to - 2} y1={TOP - 5} y2={TOP - 5} stroke={TONES[pens[k]?.tone ?? 'middle']} />
          </g>
        ),
      )}
    </>
  );
}

function cutText(label: string, room: number): string {
  const fits = Math.floor(room / 7);
  return label.length <= fits ? label : fits < 3 ? '' : `${label.slice(0, fits - 1)}…`;
}

/** Missing codes, apart on the right, in the pen of the band that takes them. */
export function MissingStrip({
  missing,
  recipe,
  scale: { plot, tall },
}: Omit<Props, 'whole'> & Pick<Distribution, 'missing'>) {
  if (missing.length === 0) return null;
  const find = bandFinder(recipe);
  const pens = pensOf(recipe);
  return (
    <>
      <line x1={plot + 8} x2={plot + 8} y1={TOP - 8} y2={FLOOR} className={css['divide']} />
      {missing.map(({ code, label, respondents, value }, k) => {
        const left = plot + 14 + k * STRIP;
        const taken = recipe.taken.includes(code) ? find(value) : -1;
        const pen = taken < 0 ? undefined : pens[taken];
        return (
          <g key={code} className={css['missing']} data-taken={taken >= 0}>
            <title>{`${code} ${label}: ${said(respondents)}`}</title>
            <rect
              x={left + 12}
              y={FLOOR - tall(respondents)}
              width="20"
              height={tall(respondents)}
              fill={pen ? `url(#pen-${pen.id})` : 'var(--sunk)'}
              stroke="var(--rule-strong)"
            />
            <text x={left + 22} y={FLOOR - tall(respondents) - 5}>
              {said(respondents)}
            </text>
            <text x={left + 22} y={HEIGHT - 8}>
              {code}
            </text>
          </g>
        );
      })}
      <text x={plot + 14} y="14" className={css['strip']}>
        no answer
      </text>
    </>
  );
}
