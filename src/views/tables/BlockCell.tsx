import { byId } from '../../core/by-id.js';
import type { Shown } from '../../api/types.js';
import type { BlockView, Figure, FigureId } from '../../core/view/types.js';
import { figureText } from './format.js';
import { INK_WORDS, inkOf } from './ink.js';
import { Hatch } from '../../kit/Hatch.js';
import css from './table.module.css';

function valueAt({ figures }: BlockView, id: FigureId, row: number, column: number): number | null {
  const value = byId(figures, id)?.cells[row]?.[column];
  return typeof value === 'number' ? value : null;
}

/** Figures that stand on one line with the one before them. */
const BESIDE: readonly FigureId[] = ['upper-limit', 'adjusted-p'];

interface LineProps {
  figure: Figure;
  /** The figure that stands on its line. */
  beside: Figure | undefined;
  row: number;
  column: number;
  shown: Shown;
}

/** One line of a cell; what it is stands over the table, in the same order, and beside the pointer. */
function Line({ figure, beside, row, column, shown }: LineProps) {
  const text = (of: Figure) => figureText(of, of.cells[row]?.[column] ?? null, shown);
  const [own, other] = [text(figure), beside ? text(beside) : ''];
  const between = figure.id === 'lower-limit' ? '–' : ' ';
  return (
    <span className={css['n']} title={figure.label}>
      {own === '' ? '\u00a0' : other === '' ? own : `${own}${between}${other}`}
    </span>
  );
}

interface Props {
  block: BlockView;
  /** What it shows, from the top. */
  figures: readonly Figure[];
  row: number;
  column: number;
  isTotal: boolean;
  shown: Shown;
  /** Chooses the block to be read. */
  read: (() => void) | undefined;
}

/** A cell of a cross table: its figures one under the other, letters under them all, hatched where it departs. */
export function BlockCell({ block, figures, row, column, isTotal, shown, read }: Props) {
  const [main, ...others] = figures.filter(({ id }) => id !== 'letters');
  const above = String(byId(figures, 'letters')?.cells[row]?.[column] ?? '');
  const lines = others.flatMap((figure, k) => {
    if (BESIDE.includes(figure.id)) return [];
    const next = others[k + 1];
    const beside = next && BESIDE.includes(next.id) ? next : undefined;
    return [<Line key={figure.id} {...{ figure, beside, row, column, shown }} />];
  });
  const written = (
    <>
      <span className={css['main']}>{main && figureText(main, main.cells[row]?.[column] ?? null, shown)}</span>
      {lines}
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
      <td className={css['all']} onClick={read}>
        {written}
      </td>
    );
  }
  const [residual, p] = [valueAt(block, 'adjusted-residual', row, column), valueAt(block, 'adjusted-p', row, column)];
  const ink = shown.hatch && residual !== null && p !== null ? inkOf(residual, p) : null;
  return (
    <td title={ink ? INK_WORDS[ink] : undefined} onClick={read}>
      <span className={css['cell']}>
        <Hatch ink={ink}>{ink && <span className="sr-only">{INK_WORDS[ink]}</span>}</Hatch>
        <span>{written}</span>
      </span>
    </td>
  );
}
