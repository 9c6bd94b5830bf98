import type { Shown } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import type { FigureChoice } from '../../core/table/figure-choice.js';
import { capital } from '../../core/reading/words.js';
import { columnChoices, figuresChosen } from '../../core/view/figures-shown.js';
import type { BlockView, Figure, FigureId, Foot, ItemView } from '../../core/view/types.js';
import { askedOf, feetOf } from '../../core/view/shared-lines.js';
import { figureText, footText, number } from '../../core/view/figure-text.js';
import { cellMark, useCellEvents } from './cells.js';
import { LeafHeading } from './LeafHeading.js';
import css from './table.module.css';

/** A hatched bar, as long as the share of the longest. */
function Bar({ value, most }: { value: number; most: number }) {
  const width = most > 0 ? (100 * value) / most : 0;
  return (
    <svg aria-hidden="true">
      <rect
        x="0.5"
        y="1.5"
        width={`${width * 0.99}%`}
        height="16"
        fill="url(#pen-spark)"
        stroke={width > 0 ? 'var(--pen)' : 'none'}
      />
    </svg>
  );
}

/** What stands under each column: the line of the table's foot, or the whole of which shares are. */
const FEET: Partial<Record<FigureId, Foot['id'] | 100>> = {
  n: 'base',
  'weighted-n': 'weighted-base',
  'column-percent': 100,
  mentions: 'mentions',
  'mentions-percent': 100,
};

function said(figure: Figure, row: number, shown: Shown): string {
  const value = figure.cells[row]?.[0];
  return typeof value === 'number' ? figureText(figure, value, shown) : '·';
}

interface FootProps {
  columns: readonly Figure[];
  block: BlockView;
  choices: readonly FigureChoice[];
  shown: Shown;
}

/** Lines under a frequency table: what a scale comes to, the base, and who gave no answer where all are counted. */
function FrequencyFoot({ columns, block, choices, shown }: FootProps) {
  const feet = feetOf([block], choices);
  const scale = feet.filter(({ id }) => byId(block.scale, id));
  const main = columns.find(({ id }) => id === 'column-percent') ?? columns[0];
  const foot = (id: Foot['id']) => byId(block.feet, id);
  const underneath = (figure: Figure) => {
    const under = FEET[figure.id];
    if (under === undefined) return '';
    return under === 100 ? figureText(figure, 100, shown) : number(foot(under)?.values[0] ?? null, 0);
  };
  const per = foot('mentions-per-respondent');
  const aside = byId(feet, 'aside');
  return (
    <tfoot>
      {scale.map((line) => (
        <FootLine key={line.id} label={line.label} about={line.about} ofScale columns={columns}>
          {(figure) => (figure === main ? footText(line, line.values[0] ?? null, shown) : '')}
        </FootLine>
      ))}
      <FootLine label={foot('base')?.label ?? ''} columns={columns}>
        {underneath}
      </FootLine>
      {aside && (
        <FootLine label={aside.label} ofScale columns={columns}>
          {({ id }) => (id === 'n' ? number(aside.values[0] ?? null, 0) : '')}
        </FootLine>
      )}
      {askedOf([block], choices).map(({ label, values }) => (
        <FootLine key={label} label={label} ofScale columns={columns}>
          {(figure) => (values[figure.id] ? figureText(figure, values[figure.id]?.[0] ?? null, shown) : '')}
        </FootLine>
      ))}
      {per && (
        <FootLine label={per.label} columns={columns}>
          {({ id }) => (id === 'mentions' ? number(per.values[0] ?? null, per.decimals) : '')}
        </FootLine>
      )}
    </tfoot>
  );
}

interface FootLineProps {
  label: string;
  about?: string | null;
  /** Lighter than a base. */
  ofScale?: boolean;
  columns: readonly Figure[];
  children: (figure: Figure) => string;
}

function FootLine({ label, about = null, ofScale = false, columns, children }: FootLineProps) {
  return (
    <tr className={`${css['foot'] ?? ''} ${ofScale ? (css['ofScale'] ?? '') : ''}`}>
      <th scope="row" className={css['name']} title={about ?? undefined}>
        {label}
      </th>
      {columns.map((figure) => (
        <td key={figure.id}>{children(figure)}</td>
      ))}
      <td className={css['bar']} />
    </tr>
  );
}

interface Props {
  item: ItemView;
  block: BlockView;
  shown: Shown;
  /** Which of the row items of the sentence it is. */
  at: number;
}

/**
 * A frequency table. A multiple-response question has two pairs of columns, respondents and mentions, each over its
 * own total; no column mixes the two.
 */
export function FrequencyTable({ item, block, shown, at }: Props) {
  const choices = columnChoices(shown, item);
  const columns = figuresChosen(block, choices);
  const parts = (byId(block.figures, 'column-percent')?.cells ?? []).map(([part]) => Number(part ?? 0));
  const most = Math.max(0, ...parts);
  const { events, at: open } = useCellEvents(undefined);
  return (
    <div className={css['scroll']} tabIndex={0} role="region" aria-label={`Table: ${block.title}`} {...events}>
      <table className={css['table']}>
        <caption className="sr-only">{block.title}</caption>
        <thead>
          <tr>
            <th scope="col" className={`${css['name'] ?? ''} ${css['corner'] ?? ''}`}>
              {item.multiple ? 'Option' : 'Category'}
            </th>
            {columns.map(({ id, label }) => (
              <th key={id} scope="col">
                {capital(label)}
              </th>
            ))}
            <th className={css['bar']} aria-hidden="true" />
          </tr>
        </thead>
        <tbody>
          {item.leaves.map((leaf, row) => (
            <tr key={`${leaf.is} ${leaf.code}`} data-kind={leaf.is} data-depth={leaf.depth}>
              <th scope="row" className={css['name']}>
                <LeafHeading item={at} leaf={leaf} />
              </th>
              {columns.map((figure) => (
                <td
                  key={figure.id}
                  className={figure.id === 'cumulative-percent' ? css['quiet'] : undefined}
                  {...cellMark({ item: at, nest: 0, row, column: 0 }, open)}
                >
                  {figure.id === 'column-percent' ? <b>{said(figure, row, shown)}</b> : said(figure, row, shown)}
                </td>
              ))}
              <td className={css['bar']} aria-hidden="true">
                <Bar value={parts[row] ?? 0} most={most} />
              </td>
            </tr>
          ))}
        </tbody>
        <FrequencyFoot columns={columns} block={block} choices={choices} shown={shown} />
      </table>
    </div>
  );
}
