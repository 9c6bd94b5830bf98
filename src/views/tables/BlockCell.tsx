import { byId } from '../../core/by-id.js';
import type { Shown } from '../../api/types.js';
import { inColumn } from '../../core/view/in-column.js';
import type { BlockView, Figure } from '../../core/view/types.js';
import { type FigureLine, figureLines } from './figure-lines.js';
import { figureText } from '../../core/view/figure-text.js';
import { type CellAt, cellMark } from './cells.js';
import { INK_WORDS, inkOf } from '../../core/view/ink.js';
import { Hatch } from '../../kit/Hatch.js';
import css from './table.module.css';

/** What the cells of a block show: lines of figures, letters under them, and by what they are hatched. */
export interface CellFigures {
  lines: readonly FigureLine[];
  letters: Figure | undefined;
  residual: Figure | undefined;
  p: Figure | undefined;
}

export function cellFigures({ figures }: BlockView, chosen: readonly Figure[]): CellFigures {
  return {
    lines: figureLines(chosen),
    letters: byId(chosen, 'letters'),
    residual: byId(figures, 'adjusted-residual'),
    p: byId(figures, 'adjusted-p'),
  };
}

function valueAt(figure: Figure | undefined, row: number, column: number): number | null {
  const value = figure?.cells[row]?.[column];
  return typeof value === 'number' ? value : null;
}

/** What stands on one line of a cell. */
export function lineText({ figure, beside }: FigureLine, row: number, column: number, shown: Shown): string {
  const text = (of: Figure) => figureText(inColumn(of, column), of.cells[row]?.[column] ?? null, shown);
  const [own, other] = [text(figure), beside ? text(beside.figure) : ''];
  return other === '' ? own : `${own}${beside?.between ?? ''}${other}`;
}

interface Props {
  at: CellAt;
  /** Which of all columns it stands in, where not all are drawn. */
  place?: number | undefined;
  figures: CellFigures;
  isTotal: boolean;
  shown: Shown;
  /** The cell that is open. */
  open: CellAt | null;
}

/** A cell of a cross table: its figures one under the other, letters under them all, hatched where it departs. */
export function BlockCell({ at, place, figures, isTotal, shown, open }: Props) {
  const { row, column } = at;
  const cell = { ...cellMark(at, open), 'data-place': place };
  const [main, ...others] = figures.lines;
  const above = String(figures.letters?.cells[row]?.[column] ?? '');
  const text = (line: FigureLine) => lineText(line, row, column, shown);
  const written = (
    <>
      <span className={css['main']}>{main && text(main)}</span>
      {others.map((line) => (
        <span key={line.figure.id} className={css['n']} title={line.label}>
          {text(line) || '\u00a0'}
        </span>
      ))}
      {above !== '' && (
        <span className={css['letter']} title={`Higher than in ${above}`}>
          <span className="sr-only">higher than in </span>
          {above}
        </span>
      )}
    </>
  );
  if (isTotal) {
    return (
      <td className={css['all']} {...cell}>
        {written}
      </td>
    );
  }
  const [residual, p] = [valueAt(figures.residual, row, column), valueAt(figures.p, row, column)];
  const ink = shown.hatch && residual !== null && p !== null ? inkOf(residual, p) : null;
  // Thousands of cells stand in a table: one that is not hatched carries nothing for a hatch.
  if (!ink) return <td {...cell}>{written}</td>;
  return (
    <td title={INK_WORDS[ink]} {...cell}>
      <span className={css['cell']}>
        <Hatch ink={ink} name={INK_WORDS[ink]} />
        <span>{written}</span>
      </span>
    </td>
  );
}
