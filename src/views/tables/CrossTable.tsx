import { Fragment, memo, useMemo, useRef } from 'react';
import type { Shown } from '../../api/types.js';
import { choicesOf, figuresChosen, showsLetters } from '../../core/view/figures-shown.js';
import { headerRows, type HeaderCell } from '../../core/view/header-rows.js';
import { letterOf } from '../../core/view/shared-lines.js';
import type { BlockView, ItemView, TableView } from '../../core/view/types.js';
import { type BodyLine, bodyLines } from './body-lines.js';
import { useCellEvents } from './cells.js';
import { columnWidths } from './column-widths.js';
import { figureLines } from './figure-lines.js';
import { Heading } from './Heading.js';
import { TableLine } from './TableLine.js';
import { useLineWindow } from './use-line-window.js';
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

/** What stands on each line of the cells of an item, from the top; of a number each line says so itself. */
function lineNames(item: ItemView, blocks: readonly BlockView[], shown: Shown): string[] {
  if (item.number) return [];
  const lines = blocks.flatMap((block) => figureLines(figuresChosen(block, choicesOf(shown, item))));
  return [...new Set(lines.map(({ label }) => label))];
}

/** What the figures of the cells are, over the lines. */
function Corner({ view: { items, blocks }, shown }: Pick<Props, 'view' | 'shown'>) {
  const names = items.map((item, at) => lineNames(item, blocks[at] ?? [], shown));
  const longest = Math.max(...names.map(({ length }) => length));
  if (longest === 0) return 'Figure';
  return Array.from({ length: longest }, (_, line) => {
    const here = new Set(names.flatMap((lines) => lines[line] ?? []));
    return (
      <span key={line} className={css['line']}>
        {[...here].join(' / ')}
      </span>
    );
  });
}

function ColumnHeading({ cell, letter }: { cell: HeaderCell; letter: string | null }) {
  const { leaf, label, columns, rows, step, nest } = cell;
  const spans = { colSpan: columns, rowSpan: rows, 'data-nest': nest };
  const heading = step ? (
    <Heading place={{ side: 'by', nest, level: step.level }} code={step.code} label={label} />
  ) : (
    label
  );
  if (!leaf) {
    return (
      <th scope="colgroup" className={css['over']} {...spans}>
        {heading}
      </th>
    );
  }
  if (leaf.is === 'total') {
    return (
      <th scope="col" className={css['all']} {...spans}>
        {label}
      </th>
    );
  }
  return (
    <th scope="col" {...spans}>
      {heading}
      {letter !== null && <span className={css['letter']}> {letter}</span>}
    </th>
  );
}

/** As high as the lines that are not drawn. */
function Gap({ height }: { height: number }) {
  return (
    <tr aria-hidden="true">
      <td className={css['gap']} style={{ height }} />
    </tr>
  );
}

/** Columns that keep their width while a long table is scrolled. */
function Widths({ view }: Pick<Props, 'view'>) {
  return (
    <colgroup>
      {columnWidths(view).map((width, k) => (
        <col key={k} style={{ width }} />
      ))}
    </colgroup>
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
  const headings = headerRows(nests);
  const lettered = compares(view, shown);
  const isTall = blocks.flat().length > 1 || items.some(({ leaves }) => leaves.length > TALL);
  const { events, at: open } = useCellEvents(read);
  const region = useRef<HTMLDivElement>(null);
  const { lines, foot } = useMemo(() => bodyLines(view, shown), [view, shown]);
  const width = 1 + nests.reduce((sum, { leaves }) => sum + leaves.length, 0);
  const { on, drawn, after, measure } = useLineWindow(region, lines, width);
  const openIn = ({ is, part, ...line }: BodyLine) =>
    open?.item === part.at && (is === 'number' || ('row' in line && line.row === open.row)) ? open : null;
  const groups = items.map((_, at) => drawn.filter(({ line }) => line.part.at === at));
  return (
    <>
      <div
        className={`${css['scroll'] ?? ''} ${isTall ? (css['tall'] ?? '') : ''}`}
        ref={region}
        tabIndex={0}
        role="region"
        aria-label={`Table: ${title}`}
        {...events}
      >
        <table
          className={`${css['table'] ?? ''} ${on ? (css['even'] ?? '') : ''}`}
          aria-rowcount={on ? headings.length + lines.length + foot.length : undefined}
        >
          <caption className="sr-only">{title}</caption>
          {on && <Widths view={view} />}
          <thead>
            {headings.map((cells, level) => (
              <tr key={level}>
                {level === 0 && (
                  <th scope="col" rowSpan={headings.length} className={`${css['name'] ?? ''} ${css['corner'] ?? ''}`}>
                    <Corner view={view} shown={shown} />
                  </th>
                )}
                {cells.map((cell, k) => {
                  const column = cell.leaf
                    ? (nests[cell.nest]?.leaves.findIndex(({ code }) => code === cell.leaf?.code) ?? 0)
                    : 0;
                  return (
                    <ColumnHeading
                      key={cell.leaf ? `${cell.nest} ${cell.leaf.code}` : `over ${k}`}
                      cell={cell}
                      letter={lettered && cell.leaf ? letterOf(view, cell.nest, column) : null}
                    />
                  );
                })}
              </tr>
            ))}
          </thead>
          {groups.map((group, at) => (
            <tbody key={at}>
              {group.map(({ line, index, gap }) => (
                <Fragment key={line.key}>
                  {gap > 0 && <Gap height={gap} />}
                  <TableLine
                    {...{ line, nests, shown }}
                    open={openIn(line)}
                    index={on ? index : undefined}
                    measure={measure}
                  />
                </Fragment>
              ))}
              {at === groups.length - 1 && after > 0 && <Gap height={after} />}
            </tbody>
          ))}
          {foot.length > 0 && (
            <tfoot>
              {foot.map((line) => (
                <TableLine key={line.key} {...{ line, nests, shown }} open={null} />
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
