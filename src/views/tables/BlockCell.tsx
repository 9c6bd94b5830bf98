import { byId } from '../../core/by-id.js';
import type { Shown } from '../../api/types.js';
import { inColumn } from '../../core/view/in-column.js';
import type { BlockView, Figure, FigureId } from '../../core/view/types.js';
import { type FigureLine, figureLines } from './figure-lines.js';
import { figureText } from './format.js';
import type { CellAt } from './cells.js';
import { INK_WORDS, inkOf } from './ink.js';
import { useCell } from './use-cell.js';
import { Hatch } from '../../kit/Hatch.js';
import css from './table.module.css';

function valueAt({ figures }: BlockView, id: FigureId, row: number, column: number): number | null {
  const value = byId(figures, id)?.cells[row]?.[column];
  return typeof value === 'number' ? value : null;
}

/** What stands on one line of a cell. */
export function lineText({ figure, beside }: FigureLine, row: number, column: number, shown: Shown): string {
  const text = (of: Figure) => figureText(inColumn(of, column), of.cells[row]?.[column] ?? null, shown);
  const [own, other] = [text(figure), beside ? text(beside.figure) : ''];
  return other === '' ? own : `${own}${beside?.between ?? ''}${other}`;
}

interface Props extends Pick<CellAt, 'item' | 'nest'> {
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
export function BlockCell({ item, nest, block, figures, row, column, isTotal, shown, read }: Props) {
  const cell = useCell({ item, nest, row, column }, read);
  const [main, ...others] = figureLines(figures);
  const above = String(byId(figures, 'letters')?.cells[row]?.[column] ?? '');
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
  const [residual, p] = [valueAt(block, 'adjusted-residual', row, column), valueAt(block, 'adjusted-p', row, column)];
  const ink = shown.hatch && residual !== null && p !== null ? inkOf(residual, p) : null;
  return (
    <td title={ink ? INK_WORDS[ink] : undefined} {...cell}>
      <span className={css['cell']}>
        <Hatch ink={ink}>{ink && <span className="sr-only">{INK_WORDS[ink]}</span>}</Hatch>
        <span>{written}</span>
      </span>
    </td>
  );
}
