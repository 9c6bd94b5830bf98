import { scaleLinear } from 'd3-scale';
import { type KeyboardEvent, type PointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import type { Distribution, WorkingPreview } from '../../../../api/types.js';
import { pensFor, TONES } from '../../../../charts/pens.js';
import { whole as said } from '../../../../core/figures.js';
import { bandFinder, seamsOf } from '../../../../core/recode/band/compute.js';
import { figure } from '../../../../core/recode/band/edges.js';
import type { Band } from '../../../../core/recode/band/shape.js';
import { cutAt, type Edge, edgesOf, type Grain, joinAt, moveEdge } from './band-edits.js';
import css from './band.module.css';

const HEIGHT = 190;
const TOP = 40;
const FLOOR = HEIGHT - 24;
const STRIP = 54;

interface Props {
  distribution: Distribution;
  recipe: Band;
  grain: Grain;
  change: (recipe: Band) => void;
  preview: WorkingPreview | null;
}

/** Bars of the answers: each value its own where they are few, else bins. */
function barsOf({
  points,
  histogram,
  whole,
}: Distribution): { from: number; to: number; middle: number; respondents: number }[] {
  if (points && whole)
    return points.map(([value, respondents]) => ({ from: value - 0.5, to: value + 0.5, middle: value, respondents }));
  if (!histogram) return [];
  const width = (histogram.to - histogram.from || 1) / histogram.bins.length;
  return histogram.bins.map((respondents, k) => {
    const from = histogram.from + k * width;
    return { from, to: from + width, middle: from + width / 2, respondents };
  });
}

/**
 * The histogram that a number is cut on. A click cuts, an edge is dragged or moved with the arrows, Delete takes it
 * away. What is in no band, or in two, is shown where it is; missing codes stand apart on the right.
 */
export function BandChart({ distribution, recipe, grain, change, preview }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(640);
  const [pointed, setPointed] = useState<number | null>(null);
  const [held, setHeld] = useState<number | null>(null);
  useEffect(() => {
    const { current } = box;
    if (!current) return;
    setWidth(current.clientWidth);
    const observer = new ResizeObserver(() => setWidth(current.clientWidth));
    observer.observe(current);
    return () => observer.disconnect();
  }, []);
  const { whole } = grain;
  const { missing } = distribution;
  const plot = width - (missing.length > 0 ? Math.min(width / 3, 14 + STRIP * missing.length) : 0) - 2;
  const bars = useMemo(() => barsOf(distribution), [distribution]);
  const x = scaleLinear([bars[0]?.from ?? 0, bars.at(-1)?.to ?? 1], [0, plot]);
  const most = Math.max(
    1,
    ...bars.map(({ respondents }) => respondents),
    ...missing.map(({ respondents }) => respondents),
  );
  const y = scaleLinear([0, Math.sqrt(most)], [0, FLOOR - TOP]);
  const tall = (respondents: number) => (respondents === 0 ? 0 : Math.max(1.5, y(Math.sqrt(respondents))));
  const find = bandFinder(recipe);
  const pens = pensFor(Math.max(1, recipe.bands.length));
  const edges = edgesOf(recipe, whole);
  // An edge is drawn between whole numbers, on the side where they part.
  const drawn = (value: number) => x(whole ? value + (recipe.ends === 'upper' ? 0.5 : -0.5) : value);
  const valueAt = (px: number): number => {
    const value = x.invert(px);
    if (whole) return Math.round(value + (recipe.ends === 'upper' ? -0.5 : 0.5));
    return Number((Math.round(value / grain.step) * grain.step).toPrecision(12));
  };
  const clamp = (px: number) => Math.max(0, Math.min(plot, px));
  const seams = seamsOf(recipe).filter(
    (seam) => seam.is === 'overlap' || !whole || recipe.ends !== 'both' || (seam.to ?? 0) - (seam.from ?? 0) > 1,
  );
  const at = (event: PointerEvent): number => event.clientX - (box.current?.getBoundingClientRect().left ?? 0);
  const counts = new Map(preview?.figures.codes.map(({ code, respondents }) => [code, respondents]));
  const shown = recipe.bands.flatMap((band, k) => {
    if (band.is !== 'range') return [];
    const from = band.from === null ? 0 : clamp(drawn(band.from));
    const to = band.to === null ? plot : clamp(drawn(recipe.ends === 'both' && whole ? band.to + 1 : band.to));
    return [{ band, k, from, to }];
  });
  const keyed = (event: KeyboardEvent, edge: Edge) => {
    const far = event.shiftKey ? 10 : 1;
    const by =
      event.key === 'ArrowLeft' || event.key === 'ArrowDown'
        ? -far
        : event.key === 'ArrowRight' || event.key === 'ArrowUp'
          ? far
          : 0;
    if (by !== 0) change(moveEdge(recipe, edge, edge.value + by * grain.step, grain));
    else if (event.key === 'Delete' || event.key === 'Backspace') change(joinAt(recipe, edge, whole));
    else return;
    event.preventDefault();
  };
  return (
    <div
      ref={box}
      className={css['chart']}
      onPointerMove={(event) => {
        if (held !== null) {
          const edge = edges[held];
          if (edge) change(moveEdge(recipe, edge, valueAt(clamp(at(event))), grain));
        } else setPointed(at(event) <= plot ? valueAt(at(event)) : null);
      }}
      onPointerUp={() => setHeld(null)}
      onPointerLeave={() => setPointed(null)}
    >
      <svg width={width} height={HEIGHT} role="group" aria-label="Histogram, with the edges of the bands">
        <rect
          className={css['ground']}
          x="0"
          y="0"
          width={plot}
          height={FLOOR}
          onClick={() => pointed !== null && change(cutAt(recipe, pointed, whole))}
        />
        {seams.map(({ is, from, to }, k) => {
          const left = from === null ? 0 : clamp(drawn(recipe.ends === 'both' && whole ? from + 1 : from));
          const right = to === null ? plot : clamp(drawn(to));
          return (
            <g key={k} className={css['seam']}>
              <rect x={left} y={TOP - 8} width={Math.max(3, right - left)} height={FLOOR - TOP + 8} data-is={is} />
              <text x={(left + right) / 2} y={FLOOR - 6}>
                {is === 'gap' ? 'in no band' : 'in two bands'}
              </text>
            </g>
          );
        })}
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
        {shown.map(({ band, k, from, to }) =>
          to - from < 26 ? null : (
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
        <line x1="0" x2={plot} y1={FLOOR + 0.5} y2={FLOOR + 0.5} className={css['floor']} />
        {x.ticks(Math.max(2, Math.floor(plot / 70))).map((tick) => (
          <text key={tick} className={css['tick']} x={x(tick)} y={HEIGHT - 8}>
            {figure(tick)}
          </text>
        ))}
        {pointed !== null && held === null && (
          <g className={css['pointer']} pointerEvents="none">
            <line x1={drawn(pointed)} x2={drawn(pointed)} y1={TOP - 8} y2={FLOOR} />
            <text x={Math.max(40, Math.min(plot - 40, drawn(pointed)))} y={FLOOR + 18}>
              cut {recipe.ends === 'upper' ? 'after' : 'at'} {figure(pointed)}
            </text>
          </g>
        )}
        {edges.map((edge, k) => {
          const px = clamp(drawn(edge.value));
          const [lower, upper] = [edge.lower, edge.upper].map((one) =>
            one === null ? 'nothing' : (recipe.bands[one]?.label ?? ''),
          );
          return (
            <g
              key={k}
              className={css['edge']}
              role="slider"
              tabIndex={0}
              aria-label={`Edge between ${lower ?? ''} and ${upper ?? ''}`}
              aria-valuenow={edge.value}
              aria-valuemin={distribution.from}
              aria-valuemax={distribution.to}
              data-open={edge.lower === null || edge.upper === null}
              onKeyDown={(event) => keyed(event, edge)}
              onDoubleClick={() => change(joinAt(recipe, edge, whole))}
              onPointerDown={(event) => {
                setHeld(k);
                setPointed(null);
                box.current?.setPointerCapture(event.pointerId);
                event.currentTarget.focus();
                event.preventDefault();
              }}
            >
              <rect x={px - 7} y={TOP - 8} width="14" height={FLOOR - TOP + 24} fill="transparent" />
              <line x1={px} x2={px} y1={TOP - 8} y2={FLOOR} />
              <path d={`M${px} ${FLOOR} l-6 9 v7 h12 v-7 z`} />
              {held === k && (
                <text x={px} y={TOP - 12}>
                  {figure(edge.value)}
                </text>
              )}
            </g>
          );
        })}
        {missing.length > 0 && <line x1={plot + 8} x2={plot + 8} y1={TOP - 8} y2={FLOOR} className={css['divide']} />}
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
        {missing.length > 0 && (
          <text x={plot + 14} y="14" className={css['strip']}>
            no answer
          </text>
        )}
      </svg>
    </div>
  );
}

function cutText(label: string, room: number): string {
  const fits = Math.floor(room / 7);
  return label.length <= fits ? label : fits < 3 ? '' : `${label.slice(0, fits - 1)}…`;
}
