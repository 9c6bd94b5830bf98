import type { KeyboardEvent, PointerEvent } from 'react';
import type { Distribution } from '../../../../api/types.js';
import { figure } from '../../../../core/recode/band/edges.js';
import type { Band } from '../../../../core/recode/band/shape.js';
import { type Edge, edgesOf, type Grain, joinAt, moveEdge } from './band-edits.js';
import { type BandScale, FLOOR, TOP } from './band-scale.js';
import css from './band.module.css';

interface Props {
  distribution: Distribution;
  recipe: Band;
  grain: Grain;
  scale: BandScale;
  change: (recipe: Band) => void;
  /** The edge that is dragged, by its place; null: none. */
  dragged: number | null;
  hold: (edge: number, event: PointerEvent<SVGGElement>) => void;
}

/** With Shift an edge goes so many steps at once. */
const LONG_STEP = 10;
const STEPS: Readonly<Record<string, number>> = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 };

/** The edges of the bands: dragged, moved with the arrows, taken away by Delete or a double click. */
export function EdgeHandles({ distribution, recipe, grain, scale, change, dragged, hold }: Props) {
  const { drawn, clamp } = scale;
  const { whole } = grain;
  const pressed = (event: KeyboardEvent, edge: Edge) => {
    const steps = (STEPS[event.key] ?? 0) * (event.shiftKey ? LONG_STEP : 1);
    if (steps !== 0) change(moveEdge(recipe, edge, edge.value + steps * grain.step, grain));
    else if (event.key === 'Delete' || event.key === 'Backspace') change(joinAt(recipe, edge, whole));
    else return;
    event.preventDefault();
  };
  return (
    <>
      {edgesOf(recipe, whole).map((edge, k) => {
        const px = clamp(drawn(edge.value));
        const [lower, upper] = [edge.lower, edge.upper].map((value) =>
          value === null ? 'nothing' : (recipe.bands[value]?.label ?? ''),
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
            onKeyDown={(event) => pressed(event, edge)}
            onDoubleClick={() => change(joinAt(recipe, edge, whole))}
            onPointerDown={(event) => hold(k, event)}
          >
            <rect x={px - 7} y={TOP - 8} width="14" height={FLOOR - TOP + 24} fill="transparent" />
            <line x1={px} x2={px} y1={TOP - 8} y2={FLOOR} />
            <path d={`M${px} ${FLOOR} l-6 9 v7 h12 v-7 z`} />
            {dragged === k && (
              <text x={px} y={TOP - 12}>
                {figure(edge.value)}
              </text>
            )}
          </g>
        );
      })}
    </>
  );
}
