import { Fragment, memo, useMemo, useRef } from 'react';
import type { Shown } from '../../api/types.js';
import { choicesOf, showsLetters } from '../../core/view/figures-shown.js';
import { total } from '../../core/numerics/total.js';
import { headerRows } from '../../core/view/header-rows.js';
import type { ItemView, TableView } from '../../core/view/types.js';
import { type BodyLine, bodyLines } from './body-lines.js';
import { useCellEvents } from './cells.js';
import { columnWidths } from './column-widths.js';
import { drawnColumns } from './drawn-columns.js';
import { headingHeights } from './heading-heights.js';
import { TableHead, Widths } from './TableHead.js';
import { TableLine } from './TableLine.js';
import { heightOf, useLineWindow } from './use-line-window.js';
import css from './table.module.css';

/** Which block of a table is read beside it. */
export interface BlockAt {
  item: number;
  nest: number;
}

interface Props {
  view: TableView;
  shown: Shown;
  /** Chooses the block that is read; absent where there is one. */
  read?: ((at: BlockAt) => void) | undefined;
}

/** More lines than these scroll under their heading. */
const TALL = 16;

/** As high as the lines that are not drawn. */
function Gap({ height }: { height: number }) {
  return (
    <tr aria-hidden="true">
      <td className={css['gap']} style={{ height }} />
    </tr>
  );
}

const compares = ({ items, blocks }: TableView, shown: Shown) =>
  items.some((item, at) => blocks[at]?.some((block) => showsLetters(block, choicesOf(shown, item))));

/** What letters compare: shares, means, or both where items of both kinds stand together. */
function comparedIn(items: readonly Pick<ItemView, 'number'>[]): string {
  const [ofNumbers, ofOthers] = [items.some(({ number }) => number), items.some(({ number }) => !number)];
  if (!ofNumbers) return 'share of that row';
  return ofOthers ? 'share of that row, or mean,' : 'mean';
}

const namesOf = (parts: readonly { title: string }[]) => parts.map(({ title }) => title).join(', ');

/** A cross table: groups across, answers down, the base of each percentage named; several of them in one frame. */
export const CrossTable = memo(function CrossTable({ view, shown, read }: Props) {
  const { items, nests, blocks, title } = view;
  const headings = useMemo(() => headerRows(nests), [nests]);
  const lettered = compares(view, shown);
  const isTall = blocks.flat().length > 1 || items.some(({ leaves }) => leaves.length > TALL);
  const { events, at: open } = useCellEvents(read);
  const region = useRef<HTMLDivElement>(null);
  const { lines, foot } = useMemo(() => bodyLines(view, shown), [view, shown]);
  const widths = useMemo(() => columnWidths(view), [view]);
  const { on, columns, drawn: drawnLines, after, measure, height } = useLineWindow(region, lines, widths);
  const heights = useMemo(() => (on ? headingHeights(headings, widths) : null), [on, headings, widths]);
  const drawn = useMemo(() => drawnColumns(nests, columns), [nests, columns]);
  const openIn = ({ is, part, ...line }: BodyLine) =>
    open?.item === part.at && (is === 'number' || ('row' in line && line.row === open.row)) ? open : null;
  const groups = items.map((_, at) => drawnLines.filter(({ line }) => line.part.at === at));
  return (
    <>
      <div
        className={`${css['scroll'] ?? ''} ${isTall ? (css['tall'] ?? '') : ''} ${on ? (css['long'] ?? '') : ''}`}
        ref={region}
        style={heights && height !== null ? { height: total(heights) + height + total(foot.map(heightOf)) } : undefined}
        tabIndex={0}
        role="region"
        aria-label={`Table: ${title}`}
        {...events}
      >
        <table
          className={`${css['table'] ?? ''} ${on ? (css['even'] ?? '') : ''}`}
          style={on ? { width: total(widths) } : undefined}
          aria-rowcount={on ? headings.length + lines.length + foot.length : undefined}
        >
          <caption className="sr-only">{title}</caption>
          {on && <Widths widths={widths} />}
          <TableHead {...{ view, shown, lettered, headings, columns, heights }} />
          {groups.map((group, at) => (
            <tbody key={at}>
              {group.map(({ line, index, gap }) => (
                <Fragment key={line.key}>
                  {gap > 0 && <Gap height={gap} />}
                  <TableLine {...{ line, drawn, shown }} open={openIn(line)} index={index} measure={measure} />
                </Fragment>
              ))}
              {at === groups.length - 1 && after > 0 && <Gap height={after} />}
            </tbody>
          ))}
          {foot.length > 0 && (
            <tfoot>
              {foot.map((line) => (
                <TableLine key={line.key} {...{ line, drawn, shown }} open={null} />
              ))}
            </tfoot>
          )}
        </table>
        <span className="sr-only">
          {namesOf(items)} goes down, {namesOf(nests)} goes across.
        </span>
      </div>
      {lettered && (
        <p className={css['letterNote']}>
          A letter under a figure names a column whose {comparedIn(items)} is lower, by more than chance: columns
          compared two by two, p adjusted over all pairs in the row.
        </p>
      )}
    </>
  );
});
