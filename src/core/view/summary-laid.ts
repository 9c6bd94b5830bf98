import { coefficient } from '../reading/words.js';
import { put } from '../summary/forms.js';
import { sayTest, summaryHeadings } from '../summary/summary-headings.js';
import type { SummaryColumn } from '../table/summary-shape.js';
import { headerRows } from './header-rows.js';
import { EMPTY_CELL, headOf, type HowLaid, type LaidCell, type LaidOut, type LaidPart, lineHead } from './laid-cell.js';
import type { ItemStatistic, Part, Summary, SummaryLine, TableView } from './types.js';

const P = { unit: 'p', decimals: 3 } as const;
const COEFFICIENT = { unit: 'value', decimals: 2 } as const;

function partOf({ id, value, unit, decimals }: Part, { shown, write }: HowLaid): LaidPart {
  const text = write({ id, unit, decimals }, value, shown);
  return typeof value === 'number' ? { text, figure: { value, unit, decimals } } : { text };
}

/** The figures of a cell put together; one that stands alone is a figure as others are. */
function figuresCell({ between }: SummaryLine, cell: readonly Part[], how: HowLaid): LaidCell {
  const parts = cell.map((part) => partOf(part, how));
  const [first, ...others] = parts;
  if (!first || cell.every(({ value }) => value === null)) return EMPTY_CELL;
  const text = put(
    between,
    parts.map((part) => part.text),
  );
  if (others.length === 0) return { ...EMPTY_CELL, text, figure: first.figure };
  return { ...EMPTY_CELL, text, parts };
}

/** A p as it stands under its heading: ".012". */
const shortP = (p: number, { shown, write }: HowLaid): string => write(P, p, shown).replace(/^p\s*/, '');

/** What stands of a variable behind its groups. */
export function statisticCell(column: SummaryColumn, statistic: ItemStatistic, how: HowLaid): LaidCell {
  const { test, adjustedP, measure } = statistic;
  if (column === 'measure') {
    if (!measure) return EMPTY_CELL;
    const { symbol, value } = measure;
    const [name, figure] = [symbol, { text: coefficient(value), figure: { ...COEFFICIENT, value } }];
    return { ...EMPTY_CELL, text: `${name} ${figure.text}`, parts: [{ text: name }, figure] };
  }
  if (!test) return EMPTY_CELL;
  if (column === 'test') return { ...EMPTY_CELL, text: sayTest(test) };
  const p = adjustedP ?? test.p;
  return { ...EMPTY_CELL, text: shortP(p, how), figure: { ...P, value: p } };
}

const nameOf = ({ label, form }: SummaryLine) => (form === '' ? label : `${label}, ${form}`);

function bodyLine(line: SummaryLine, columns: number, { summary, how }: { summary: Summary; how: HowLaid }) {
  const { is, item, depth, cells } = line;
  const figures = Array.from({ length: columns }, (_, k) => {
    const cell = cells[k];
    const isSmall = is === 'everyone' && summary.base.small[k] === true;
    return { ...(cell ? figuresCell(line, cell, how) : EMPTY_CELL), ...(isSmall ? { small: true as const } : {}) };
  });
  const statistic = is === 'variable' && item !== null ? summary.statistics[item] : undefined;
  const behind = summary.columns.map((column) => (statistic ? statisticCell(column, statistic, how) : EMPTY_CELL));
  return [{ ...lineHead(nameOf(line)), ...(depth > 0 ? { depth } : {}) }, ...figures, ...behind];
}

/** A summary laid out: a line each as it has them, its groups across, and behind them what is tested. */
export function summaryLaid(
  { nests }: Pick<TableView, 'nests'>,
  summary: Summary,
  how: HowLaid,
): Pick<LaidOut, 'head' | 'body'> {
  const levels = headerRows(nests);
  const headings = summaryHeadings(summary.adjusted);
  const columns = nests.reduce((sum, { leaves }) => sum + leaves.length, 0);
  const head = levels.map((cells, level) => [
    ...(level === 0 ? [headOf('', 1, levels.length)] : []),
    ...cells.map((cell) => headOf(cell.label === '' ? 'All' : cell.label, cell.columns, cell.rows)),
    ...(level === 0 ? summary.columns.map((column) => headOf(headings[column], 1, levels.length)) : []),
  ]);
  return { head, body: summary.lines.map((line) => bodyLine(line, columns, { summary, how })) };
}
