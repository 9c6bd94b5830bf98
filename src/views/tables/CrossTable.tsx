import type { ReactNode } from 'react';
import type { Shown } from '../../api/types.js';
import { capital } from '../../core/reading/words.js';
import { choicesOf, figuresChosen, showsLetters } from '../../core/view/figures-shown.js';
import { headerRows, type HeaderCell } from '../../core/view/header-rows.js';
import { feetOf, footValues, letterOf } from '../../core/view/shared-lines.js';
import type { BlockView, ItemView, NestView, TableView } from '../../core/view/types.js';
import { peekAt } from '../peek/Peek.js';
import { BlockCell, lineText } from './BlockCell.js';
import { figureLines } from './figure-lines.js';
import { footText } from './format.js';
import { type CellAt, cellEvents } from './cells.js';
import { LeafHeading } from './LeafHeading.js';
import { Heading } from './Heading.js';
import { useCell } from './use-cell.js';
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

/** Beside a base that is small. */
export function SmallMark({ hidden }: { hidden: boolean }) {
  const words = hidden ? 'Too small a base: its figures are not shown' : 'A small base: figures on it say little';
  return (
    <span className={css['small']} title={words}>
      !<span className="sr-only"> {words}: </span>
    </span>
  );
}

interface FootProps {
  blocks: readonly BlockView[];
  nests: readonly NestView[];
  item: ItemView;
  shown: Shown;
}

/** Lines under an item: what a scale comes to, and on how many its figures stand. */
function FootLines({ blocks, nests, item, shown }: FootProps) {
  return feetOf(blocks, choicesOf(shown, item)).map((foot) => {
    const { id, label, about, unit } = foot;
    return (
      <tr key={id} className={`${css['foot'] ?? ''} ${unit === 'count' ? '' : (css['ofScale'] ?? '')}`}>
        <th scope="row" className={css['name']} title={about ?? undefined}>
          {label}
        </th>
        {blocks.map((block, k) => {
          const values = footValues(block, id);
          return nests[k]?.leaves.map(({ is, code }, j) => (
            <td key={`${k} ${code}`} className={is === 'total' ? css['all'] : undefined}>
              {id === 'base' && block.small[j] === true && <SmallMark hidden={block.hidden?.[j] === true} />}
              {footText(foot, values[j] ?? null, shown)}
            </td>
          ));
        })}
      </tr>
    );
  });
}

interface LinesProps extends Props {
  item: ItemView;
  at: number;
}

interface NumberCellProps {
  at: CellAt;
  isTotal: boolean;
  read: (() => void) | undefined;
  children: ReactNode;
}

/** A figure of a number in a group. */
function NumberCell({ at, isTotal, read, children }: NumberCellProps) {
  const cell = useCell(at, read);
  return (
    <td className={isTotal ? css['all'] : undefined} {...cell}>
      {children}
    </td>
  );
}

/** A number described: a line for each of its figures. */
function NumberLines({ view, shown, read, item, at }: LinesProps) {
  const blocks = view.blocks[at] ?? [];
  const lines = blocks.map((block) => figureLines(figuresChosen(block, choicesOf(shown, item))));
  return lines[0]?.map(({ label, figure }, k) => (
    <tr key={figure.id}>
      <th scope="row" className={`${css['name'] ?? ''} ${css['figureName'] ?? ''}`}>
        {label === 'n' ? label : capital(label)}
      </th>
      {lines.map((own, nest) =>
        view.nests[nest]?.leaves.map(({ is, code }, column) => (
          <NumberCell
            key={`${nest} ${code}`}
            at={{ item: at, nest, row: 0, column }}
            isTotal={is === 'total'}
            read={read && (() => read({ item: at, nest }))}
          >
            {own[k] && <span className={k === 0 ? css['main'] : undefined}>{lineText(own[k], 0, column, shown)}</span>}
          </NumberCell>
        )),
      )}
    </tr>
  ));
}

/** The lines of one item: a cell for each column of each nest. */
function Lines({ view, shown, read, item, at }: LinesProps) {
  if (item.number) return <NumberLines {...{ view, shown, read, item, at }} />;
  const blocks = view.blocks[at] ?? [];
  const figures = blocks.map((block) => figuresChosen(block, choicesOf(shown, item)));
  return item.leaves.map((leaf, row) => (
    <tr key={`${leaf.is} ${leaf.code}`} data-kind={leaf.is} data-depth={leaf.depth}>
      <th scope="row" className={css['name']}>
        <LeafHeading item={at} leaf={leaf} />
      </th>
      {blocks.map((block, nest) =>
        view.nests[nest]?.leaves.map(({ is, code }, column) => (
          <BlockCell
            key={`${nest} ${code}`}
            item={at}
            nest={nest}
            block={block}
            figures={figures[nest] ?? []}
            row={row}
            column={column}
            isTotal={is === 'total'}
            shown={shown}
            read={read && (() => read({ item: at, nest }))}
          />
        )),
      )}
    </tr>
  ));
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
export function CrossTable({ view, shown, read }: Props) {
  const { items, nests, blocks, title } = view;
  const width = 1 + nests.reduce((sum, { leaves }) => sum + leaves.length, 0);
  const headings = headerRows(nests);
  const lettered = compares(view, shown);
  const isTall = blocks.flat().length > 1 || items.some(({ leaves }) => leaves.length > TALL);
  const [only, ...others] = items;
  return (
    <>
      <div
        className={`${css['scroll'] ?? ''} ${isTall ? (css['tall'] ?? '') : ''}`}
        tabIndex={0}
        role="region"
        aria-label={`Table: ${title}`}
        {...cellEvents}
      >
        <table className={css['table']}>
          <caption className="sr-only">{title}</caption>
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
          {only && others.length === 0 ? (
            <>
              <tbody>
                <Lines view={view} shown={shown} read={read} item={only} at={0} />
              </tbody>
              <tfoot>
                <FootLines blocks={blocks[0] ?? []} nests={nests} item={only} shown={shown} />
              </tfoot>
            </>
          ) : (
            items.map((item, at) => (
              <tbody key={item.variable}>
                <tr>
                  <th scope="rowgroup" colSpan={width} className={css['item']}>
                    <span {...peekAt(item.variable)}>{item.title}</span>
                  </th>
                </tr>
                <Lines view={view} shown={shown} read={read} item={item} at={at} />
                <FootLines blocks={blocks[at] ?? []} nests={nests} item={item} shown={shown} />
              </tbody>
            ))
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
}
