import type { ReactNode } from 'react';
import { whole } from '../../core/figures.js';
import type { SweepSort } from '../../core/sweep/sweep-shape.js';
import { sayMeasure } from '../../core/sweep/swept-laid-out.js';
import type { SweptLine } from '../../core/sweep/types.js';
import { DirectionCell, PCell, StrengthCell } from './SweepCells.js';
import css from './sweep.module.css';

/** A column of a sweep, behind the one that names the variables. */
interface Column {
  heading: string;
  /** By what a click on it sorts. */
  sort?: SweepSort;
  cell: (line: SweptLine) => ReactNode;
}

/** Gamma without its name, which stands over it. */
const gammaOf = ({ gamma }: SweptLine) => sayMeasure(gamma).replace(/^\S+ = /, '');

function TestCell({ line: { test, note } }: { line: SweptLine }) {
  return (
    <span className={css['two']} title={note ?? undefined}>
      {test ? test.text || test.name : '—'}
      <small>
        {test ? test.name : note}
        {test && note !== null && ' *'}
      </small>
    </span>
  );
}

/** The columns behind the first, which names the variable; gamma where some line has one. */
export const sweepColumns = (isOrdered: boolean): Column[] => [
  { heading: 'n', sort: 'n', cell: ({ n }) => whole(n) },
  { heading: 'Test', cell: (line) => <TestCell line={line} /> },
  { heading: 'p adjusted', sort: 'p', cell: (line) => <PCell line={line} /> },
  { heading: 'Strength', sort: 'strength', cell: ({ strength }) => <StrengthCell measure={strength} /> },
  ...(isOrdered ? [{ heading: 'Gamma', sort: 'gamma', cell: gammaOf } as const] : []),
  { heading: 'Direction', cell: (line) => <DirectionCell line={line} /> },
];
