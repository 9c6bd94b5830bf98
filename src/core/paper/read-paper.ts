import { total } from '../numerics/total.js';
import type { CodingsRequest, RelatedRequest } from '../assess/requests.js';
import { checkTable } from '../crosstab.js';
import { Fault } from '../fault.js';
import type { Split } from '../table/split.js';
import type { Table } from '../table/table.js';
import { type Paper, sheetOf } from './paper.js';
import { readCodings, readPatterns } from './read-lines.js';
import { type CheckedSheet, checkSheet, type SheetRemark, labelOf, type Sheet } from './sheet.js';
import { axesOf, axisOf, paperTable, type Side, totalsOf } from './table-of-sheet.js';

/** What a paper holds, as far as its cells can be read. */
export interface PaperRead {
  /** One for each block that the kind shows: what was found in its cells. */
  checked: CheckedSheet[];
  /** A table that can be shown and read. */
  table: Table | null;
  /** Shares that one-way counts are compared with; undefined where none were given. */
  proportions: number[] | undefined;
  /** Strata that can be shown and read. */
  split: Split | null;
  /** Answers of the same people, or codings, by lines. */
  lines: RelatedRequest | CodingsRequest | null;
}

const NOTHING: Omit<PaperRead, 'checked'> = { table: null, proportions: undefined, split: null, lines: null };

const titled = (side: Side, title: string): Side => ({ ...side, title: side.title.trim() === '' ? title : side.title });
const sidesOf = ({ sides }: Paper) => ({ rows: titled(sides.rows, 'Rows'), columns: titled(sides.columns, 'Columns') });

function cross(paper: Paper): PaperRead {
  const sheet = sheetOf(paper, 0);
  const checked = checkSheet(sheet, paper.keepTotals);
  const table = checked.counts && paperTable(axesOf(sheet, checked, sidesOf(paper)), totalsOf(checked.counts));
  return { ...NOTHING, checked: [checked], table };
}

function strata(paper: Paper): PaperRead {
  const sheets = paper.blocks.map((_, b) => sheetOf(paper, b));
  const first = checkSheet(sheets[0]!, paper.keepTotals);
  const checked = sheets.map((sheet, b) => (b === 0 ? first : checkSheet(sheet, paper.keepTotals, first)));
  const empty = ({ cells }: Sheet) => cells.flat().every((text) => text.trim() === '');
  const counts = checked.map((sheet, b) => sheet.counts ?? (empty(sheets[b]!) ? null : undefined));
  const filled = counts.filter((count) => count !== null && count !== undefined);
  if (counts.includes(undefined) || filled.length < 2) return { ...NOTHING, checked };
  const axes = axesOf(sheets[0]!, first, sidesOf(paper));
  const names = paper.blocks.map((_, b) =>
    labelOf(
      paper.blocks.map(({ name }) => name),
      b,
      'Table',
    ),
  );
  const within = axisOf(
    3,
    { title: paper.within.trim() === '' ? 'Third variable' : paper.within, level: 'unordered' },
    names,
  );
  const pooled = filled[0]!.map((line, i) => line.map((_, j) => filled.reduce((sum, item) => sum + item[i]![j]!, 0)));
  const split: Split = {
    within,
    all: paperTable(axes, totalsOf(pooled)),
    strata: counts.flatMap((count, b) =>
      count ? [{ code: String(b + 1), label: names[b]!, table: paperTable(axes, totalsOf(count)) }] : [],
    ),
  };
  return { ...NOTHING, checked, split };
}

/** What a refused cell says, at its place in the sheet. */
function refusal(error: unknown, { rows, columns }: CheckedSheet): SheetRemark {
  if (!(error instanceof Fault)) throw error;
  const { cell } = error.place;
  return {
    kind: 'bad',
    row: cell ? (rows[cell.row - 1] ?? null) : null,
    column: cell ? (columns[cell.column - 1] ?? null) : null,
    text: `${error.message} ${error.mend}`,
  };
}

function weighted(paper: Paper): PaperRead {
  const sheets = [0, 1, 2].map((b) => sheetOf(paper, b));
  const first = checkSheet(sheets[0]!, paper.keepTotals);
  const checked = sheets.map((sheet, b) => (b === 0 ? first : checkSheet(sheet, paper.keepTotals, first)));
  const [counts, sums, squares] = checked.map((sheet) => sheet.counts);
  if (!counts || !sums || !squares) return { ...NOTHING, checked };
  try {
    checkTable(counts, { weights: { sums, squares } });
  } catch (error) {
    const finding = refusal(error, first);
    return {
      ...NOTHING,
      checked: checked.map((sheet, b) => (b === 1 ? { ...sheet, findings: [...sheet.findings, finding] } : sheet)),
    };
  }
  const table = paperTable(axesOf(sheets[0]!, first, sidesOf(paper)), totalsOf(counts), {
    weighted: { by: 'weight', sums: totalsOf(sums), squares: totalsOf(squares) },
  });
  return { ...NOTHING, checked, table };
}

function oneWay(paper: Paper): PaperRead {
  const sheet = sheetOf(paper, 0);
  const only = (column: number) => ({
    ...sheet,
    columns: [sheet.columns[column] ?? ''],
    cells: sheet.cells.map((line) => [line[column] ?? '']),
  });
  const counted = checkSheet(only(0), paper.keepTotals, undefined, { rows: 2, columns: 1 });
  const shares = sheet.cells.map((line) => (line[1] ?? '').trim());
  const given = counted.rows.some((i) => shares[i] !== '');
  const findings: SheetRemark[] = [...counted.findings];
  const read = counted.rows.map((i) => {
    const value = Number((shares[i] ?? '').replace(/\s*%$/, '').replace(',', '.'));
    const bad =
      !Number.isFinite(value) ||
      value < 0 ||
      (value === 0 && (counted.counts?.[counted.rows.indexOf(i)]?.[0] ?? 0) > 0);
    if (given && (bad || shares[i] === '')) {
      const label = labelOf(sheet.rows, i, 'Category');
      findings.push({
        kind: 'bad',
        row: i,
        column: 1,
        text:
          shares[i] === ''
            ? `${label} has no share that is expected. Give one for each category, or for none.`
            : `${label}: “${shares[i] ?? ''}” is not a share that this count can have. Give a number above 0; ` +
              'shares need not add up to 100.',
      });
    }
    return value;
  });
  const bad = findings.some(({ kind }) => kind === 'bad');
  const checked: CheckedSheet = { ...counted, columns: [0, 1], findings };
  if (!counted.counts || bad) return { ...NOTHING, checked: [checked] };
  const { rows } = axesOf(sheet, counted, sidesOf(paper));
  return {
    ...NOTHING,
    checked: [checked],
    table: paperTable({ rows, columns: null }, totalsOf(counted.counts)),
    proportions: given ? read : undefined,
  };
}

function multiple(paper: Paper): PaperRead {
  const sheet = sheetOf(paper, 0);
  const labels = sheet.rows.slice(1);
  // Options overlap, so a line is never a total of respondents; a column can be.
  const checked = checkSheet(sheet, true);
  const { counts } = checked;
  if (!counts) return { ...NOTHING, checked: [checked] };
  const [asked = [], ...cells] = counts;
  const over: SheetRemark[] = cells.flatMap((line, i) =>
    line.flatMap((count, j): SheetRemark[] =>
      count > asked[j]!
        ? [
            {
              kind: 'bad',
              row: i + 1,
              column: j,
              text:
                `${labelOf(labels, i, 'Option')}, ${labelOf(sheet.columns, j, 'Group')}: ${count} mentioned it, ` +
                `and ${asked[j]!} were asked. The first row holds everyone who was asked.`,
            },
          ]
        : [],
    ),
  );
  if (over.length > 0) return { ...NOTHING, checked: [{ ...checked, findings: [...checked.findings, ...over] }] };
  const sides = sidesOf(paper);
  const totals = totalsOf(cells);
  const base = total(asked);
  const table = paperTable(
    {
      rows: axisOf(
        1,
        sides.rows,
        cells.map((_, i) => labelOf(labels, i, 'Option')),
        true,
      ),
      columns: axisOf(
        2,
        sides.columns,
        asked.map((_, j) => labelOf(sheet.columns, j, 'Group')),
      ),
    },
    { ...totals, columnBases: asked, base, mentions: { columns: totals.columnBases, total: totals.base } },
  );
  return { ...NOTHING, checked: [checked], table };
}

/** Reads a paper by its kind: what its cells hold, what is wrong with them, and the table that they make. */
export function readPaper(paper: Paper): PaperRead {
  const sheet = sheetOf(paper, 0);
  const byLines = ({
    findings,
    lacking,
    request,
  }: {
    findings: SheetRemark[];
    lacking: string | null;
    request: RelatedRequest | CodingsRequest | null;
  }): PaperRead => ({
    ...NOTHING,
    checked: [
      { counts: null, rows: sheet.rows.map((_, i) => i), columns: sheet.columns.map((_, j) => j), findings, lacking },
    ],
    lines: request,
  });
  switch (paper.kind) {
    case 'cross':
      return cross(paper);
    case 'strata':
      return strata(paper);
    case 'weighted':
      return weighted(paper);
    case 'one-way':
      return oneWay(paper);
    case 'multiple':
      return multiple(paper);
    case 'related':
      return byLines(readPatterns(sheet));
    case 'codings':
      return byLines(readCodings(sheet, paper.metric));
  }
}
