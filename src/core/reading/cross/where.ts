import { levelOf } from '../../level.js';
import { answer, type Answer, QUESTIONS, type ReadCell } from '../types.js';
import { capital, numeral, percent } from '../words.js';
import { isSignificant, type Read } from './context.js';
import { sidesOf } from './sides.js';

/** A cell that departs from independence. */
export interface Carrier {
  /** Positions in the full table. */
  row: number;
  column: number;
  residual: number;
  contribution: number;
  /** Adjusted over all cells. */
  p: number;
}

/** Cells that depart from independence after adjusting over all cells, the strongest first. */
export function carriers({ result, rowsKept, columnsKept, confidence }: Read): Carrier[] {
  const { cells } = result;
  if (!cells) return [];
  return cells.adjustedResidual
    .flatMap((line, i) =>
      line.map((residual, j) => ({
        row: rowsKept[i] ?? 0,
        column: columnsKept[j] ?? 0,
        residual,
        contribution: cells.contribution[i]?.[j] ?? 0,
        p: cells.adjustedP[i]?.[j] ?? 1,
      })),
    )
    .filter(({ p }) => p < levelOf(confidence))
    .sort((a, b) => Math.abs(b.residual) - Math.abs(a.residual));
}

const GROUPS_NAMED = 4;
const ANSWERS_NAMED = 2;

/** Where in the table? */
export function where(read: Read, leading: readonly Carrier[]): Answer {
  const { result } = read;
  if (leading.length === 0) {
    return answer('where', QUESTIONS.where, {
      verdict: isSignificant(read) ? 'In no single cell.' : null,
      notes: [
        isSignificant(read)
          ? 'The association is spread thin: no cell stands out once all cells are taken together.'
          : 'No cell departs from what independence would give by more than chance.',
      ],
    });
  }
  const { told, groups, rate, place } = sidesOf(read);
  const stand = leading.map((carrier) => ({ ...carrier, ...place(carrier) }));
  const together = [...new Set(stand.map(({ group }) => group))];
  const cells = together.slice(0, GROUPS_NAMED).map((group): ReadCell => {
    const named = stand.filter((carrier) => carrier.group === group).slice(0, ANSWERS_NAMED);
    return {
      subject: `${groups.title}: ${groups.categories[group]?.label ?? ''}`,
      parts: named.map(({ answer: position, residual, p }) => ({
        text:
          `${told.title} “${told.categories[position]?.label ?? ''}”: ${percent(rate(position, group))}, ` +
          `overall ${percent(rate(position, null))}`,
        direction: residual > 0 ? 'more' : 'fewer',
        strong: p < 0.001,
      })),
    };
  });
  const total = result.base.rows * result.base.columns;
  const part = leading.reduce((sum, { contribution }) => sum + contribution, 0);
  const others = together.length - GROUPS_NAMED;
  const line = read.percent === 'row' ? 'row' : 'column';
  const more =
    others > 0 ? ` ${capital(numeral(others))} more ${others === 1 ? `${line} stands` : `${line}s stand`} out.` : '';
  return answer('where', QUESTIONS.where, {
    cells,
    notes: [
      leading.length === 1
        ? `One of ${total} cells stands out and makes up ${percent(part)} of χ².${more}`
        : `${leading.length} of ${total} cells stand out and make up ${percent(part)} of χ².${more}`,
    ],
  });
}
