import { byId } from '../../core/by-id.js';
import type { Shown } from '../../api/types.js';
import { sayP } from '../../core/reading/words.js';
import { mainFigureOf } from '../../core/view/figures-shown.js';
import type { BlockView, FigureId } from '../../core/view/types.js';
import { number, percentage } from './format.js';
import { INK_WORDS, inkOf } from './ink.js';
import { Hatch } from '../../kit/Hatch.js';
import css from './table.module.css';

const figureOf = ({ figures }: BlockView, id: FigureId) => byId(figures, id);

function valueAt({ figures }: BlockView, id: FigureId, row: number, column: number): number | null {
  const value = byId(figures, id)?.cells[row]?.[column];
  return typeof value === 'number' ? value : null;
}

const signed = (value: number) => `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(1)}`;

function mainOf(block: BlockView, shown: Shown, row: number, column: number): string {
  const figure = mainFigureOf(block, shown);
  const value = figure?.cells[row]?.[column];
  if (!figure || typeof value !== 'number') return figure?.unit === 'percent' ? percentage(null) : '';
  return figure.unit === 'percent' ? percentage(value) : value.toFixed(figure.decimals);
}

interface Props {
  block: BlockView;
  row: number;
  column: number;
  isTotal: boolean;
  shown: Shown;
  /** Chooses the block to be read. */
  read: (() => void) | undefined;
}

/** A cell of a cross table: its percentage, its count, and what else was asked for, hatched where it departs. */
export function BlockCell({ block, row, column, isTotal, shown, read }: Props) {
  const at = (id: FigureId) => valueAt(block, id, row, column);
  const count = at('weighted-n') ?? at('n');
  const counted = shown.counts && <span className={css['n']}>{number(count, 0)}</span>;
  const main = <span className={css['main']}>{mainOf(block, shown, row, column)}</span>;
  if (isTotal) {
    return (
      <td className={css['all']} onClick={read}>
        {main}
        {counted}
      </td>
    );
  }
  const [residual, p, expected] = [at('adjusted-residual'), at('adjusted-p'), at('expected')];
  const ink = shown.hatch && residual !== null && p !== null ? inkOf(residual, p) : null;
  const compared = shown.letters !== undefined && shown.percent === 'column';
  const above = compared ? String(figureOf(block, 'letters')?.cells[row]?.[column] ?? '') : '';
  return (
    <td title={ink ? INK_WORDS[ink] : undefined} onClick={read}>
      <span className={css['cell']}>
        <Hatch ink={ink}>{ink && <span className="sr-only">{INK_WORDS[ink]}</span>}</Hatch>
        <span>
          {main}
          {counted}
          {above !== '' && (
            <span className={css['letter']} title={`Higher than in ${above}`}>
              <span className="sr-only">higher than in </span>
              {above}
            </span>
          )}
          {shown.expected && expected !== null && <span className={css['n']}>exp {expected.toFixed(1)}</span>}
          {shown.residuals && residual !== null && p !== null && (
            <span className={css['n']}>
              res {signed(residual)}
              <br />
              {sayP(p)}
            </span>
          )}
        </span>
      </span>
    </td>
  );
}
