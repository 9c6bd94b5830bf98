import { type PointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import type { Distribution, WorkingPreview } from '../../../../api/types.js';
import { figure } from '../../../../core/recode/band/edges.js';
import type { Band } from '../../../../core/recode/band/shape.js';
import { BandNames, Bars, MissingStrip, MismatchMarks } from './BandBars.js';
import { cutAt, edgesOf, type Grain, moveEdge } from './band-edits.js';
import { bandScale, barsOf, FLOOR, HEIGHT, TOP } from './band-scale.js';
import { EdgeHandles } from './EdgeHandles.js';
import css from './band.module.css';

interface Props {
  distribution: Distribution;
  recipe: Band;
  grain: Grain;
  change: (recipe: Band) => void;
  preview: WorkingPreview | null;
}

/** How near the rim the words at the pointer come. */
const RIM = 40;

/**
 * The histogram that a number is cut on. A click cuts, an edge is dragged or moved with the arrows, Delete takes it
 * away. What is in no band, or in two, is shown where it is; missing codes stand apart on the right.
 */
export function BandChart({ distribution, recipe, grain, change, preview }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(640);
  const [pointed, setPointed] = useState<number | null>(null);
  const [dragged, setHeld] = useState<number | null>(null);
  useEffect(() => {
    const { current } = box;
    if (!current) return;
    setWidth(current.clientWidth);
    const observer = new ResizeObserver(() => setWidth(current.clientWidth));
    observer.observe(current);
    return () => observer.disconnect();
  }, []);
  const { whole } = grain;
  const bars = useMemo(() => barsOf(distribution), [distribution]);
  const scale = bandScale(distribution, bars, recipe, grain, width);
  const { plot, x, drawn, valueAt, clamp, ticks } = scale;
  const at = (event: PointerEvent): number => event.clientX - (box.current?.getBoundingClientRect().left ?? 0);
  const moved = (event: PointerEvent) => {
    if (dragged === null) {
      setPointed(at(event) <= plot ? valueAt(at(event)) : null);
      return;
    }
    const edge = edgesOf(recipe, whole)[dragged];
    if (edge) change(moveEdge(recipe, edge, valueAt(clamp(at(event))), grain));
  };
  const hold = (edge: number, event: PointerEvent<SVGGElement>) => {
    setHeld(edge);
    setPointed(null);
    box.current?.setPointerCapture(event.pointerId);
    event.currentTarget.focus();
    event.preventDefault();
  };
  return (
    <div
      ref={box}
      className={css['chart']}
      onPointerMove={moved}
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
        <MismatchMarks recipe={recipe} scale={scale} whole={whole} />
        <Bars recipe={recipe} scale={scale} />
        <BandNames recipe={recipe} scale={scale} whole={whole} preview={preview} />
        <line x1="0" x2={plot} y1={FLOOR + 0.5} y2={FLOOR + 0.5} className={css['floor']} />
        {ticks.map((tick) => (
          <text key={tick} className={css['tick']} x={x(tick)} y={HEIGHT - 8}>
            {figure(tick)}
          </text>
        ))}
        {pointed !== null && dragged === null && (
          <g className={css['pointer']} pointerEvents="none">
            <line x1={drawn(pointed)} x2={drawn(pointed)} y1={TOP - 8} y2={FLOOR} />
            <text x={Math.max(RIM, Math.min(plot - RIM, drawn(pointed)))} y={FLOOR + 18}>
              cut {recipe.ends === 'upper' ? 'after' : 'at'} {figure(pointed)}
            </text>
          </g>
        )}
        <EdgeHandles {...{ distribution, recipe, grain, scale, change, dragged, hold }} />
        <MissingStrip missing={distribution.missing} recipe={recipe} scale={scale} />
      </svg>
    </div>
  );
}
