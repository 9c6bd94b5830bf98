import { byId } from '../by-id.js';
import { total } from '../numerics/total.js';
import { capital } from '../reading/words.js';
import type { FigureChoice } from '../table/figure-choice.js';
import type { RowItem } from '../table/sentence.js';
import type { SummaryShown } from '../table/summary-shape.js';
import { figuresChosen } from '../view/figures-shown.js';
import { feetOf, footValues } from '../view/shared-lines.js';
import type { AskedLine, BlockView, Figure, FigureId, ItemView, Part, SummaryLine } from '../view/types.js';
import { type Form, formsOf, joinedForms } from './forms.js';
import { yesLine } from './yes-line.js';

/** A variable of a summary. */
export interface SummarisedItem {
  at: number;
  view: ItemView;
  block: BlockView;
  row: RowItem | undefined;
  /** What is shown of it. */
  choices: readonly FigureChoice[];
}

type OwnLine = Omit<SummaryLine, 'item' | 'row'> & { row?: number };

const NO_CELLS = { between: [''], cells: [] } as const;

/** How many of a block gave no answer, as the figure says it, by column. */
const silentIn = (asked: readonly AskedLine[], id: FigureId): (number | null)[] => {
  const silent = asked.filter(({ is }) => is === 'silent').map(({ values }) => values[id] ?? []);
  return (silent[0] ?? []).map((_, column) => {
    const values = silent.map((line) => line[column] ?? null);
    return values.includes(null) ? null : total(values.map((value) => value ?? 0));
  });
};

/** Respondents without an answer on a variable, all groups together. */
export const unanswered = ({ asked }: BlockView): number => silentIn(asked, 'n')[0] ?? 0;

/** A row of figures put together as a form says, by column. */
function rowOf(figures: readonly Figure[], { ids, between }: Form, row: number): Pick<OwnLine, 'between' | 'cells'> {
  const own = ids.flatMap((id) => figures.find((figure) => figure.id === id) ?? []);
  const columns = own[0]?.cells[row] ?? [];
  const cells = columns.map((_, column) =>
    own.map(({ id, unit, decimals, cells: values }): Part => {
      return { id, unit, decimals, value: values[row]?.[column] ?? null };
    }),
  );
  return { between, cells };
}

/** What a scale comes to, a line for what was chosen. */
function scaleLines({ block, choices }: SummarisedItem): OwnLine[] {
  const feet = feetOf([block], choices).filter(({ id }) => byId(block.scale, id));
  return formsOf(feet.map(({ id, label }) => ({ id, label: label.toLowerCase() }))).map((form): OwnLine => {
    const own = form.ids.flatMap((id) => byId(feet, id as (typeof feet)[number]['id']) ?? []);
    const columns = own[0] ? footValues(block, own[0].id) : [];
    const cells = columns.map((_, column) =>
      own.map(({ id, unit, decimals }): Part => {
        return { id, unit, decimals, value: footValues(block, id)[column] ?? null };
      }),
    );
    return { is: 'figures', label: capital(form.label), form: '', depth: 1, between: form.between, cells };
  });
}

/** A number: all that is said of it on one line, or a line for each. */
function numberLines(item: SummarisedItem, oneLine: boolean): OwnLine[] {
  const { view, block, choices } = item;
  const figures = figuresChosen(block, choices);
  const forms = formsOf(figures);
  if (oneLine || forms.length <= 1) {
    const form = joinedForms(forms);
    return [{ is: 'variable', label: view.title, form: form.label, depth: 0, ...rowOf(figures, form, 0) }];
  }
  return [
    { is: 'variable', label: view.title, form: '', depth: 0, ...NO_CELLS },
    ...forms.map((form): OwnLine => {
      return { is: 'figures', label: capital(form.label), form: '', depth: 1, ...rowOf(figures, form, 0) };
    }),
  ];
}

/** The lines of categories that are wanted: by their codes, or the yes of a yes or no. */
function wantedRows({ view, row }: SummarisedItem): number[] {
  const { leaves } = view;
  const all = leaves.map((_, k) => k);
  const yes = row?.lines ? null : yesLine(leaves);
  const codes = row?.lines ?? (yes === null ? null : [yes]);
  const wanted = codes ? all.filter((k) => codes.includes(leaves[k]!.code)) : all;
  // Codes that are gone from the data do not empty the table.
  return wanted.length > 0 ? wanted : all;
}

/** Categories, a line each; where one is wanted, it stands on the line of the variable. */
function categoryLines(item: SummarisedItem): OwnLine[] {
  const { view, block, choices } = item;
  const figures = figuresChosen(block, choices);
  const form = joinedForms(formsOf(figures));
  const rows = wantedRows(item);
  const lineOf = (row: number) => rowOf(figures, form, row);
  const [only, ...others] = rows;
  if (only !== undefined && others.length === 0) {
    const label = `${view.title}: ${view.leaves[only]?.label ?? ''}`;
    return [{ is: 'variable', label, form: form.label, depth: 0, ...lineOf(only) }, ...scaleLines(item)];
  }
  return [
    { is: 'variable', label: view.title, form: form.label, depth: 0, ...NO_CELLS },
    ...rows.map((row): OwnLine => {
      const { label = '', depth = 0 } = view.leaves[row] ?? {};
      return { is: 'category', row, label, form: '', depth: 1 + depth, ...lineOf(row) };
    }),
    ...scaleLines(item),
  ];
}

/** Who gave no answer to a variable, of all who are in the summary. */
function unansweredLine({ block }: SummarisedItem): OwnLine[] {
  if (unanswered(block) === 0) return [];
  const shares = silentIn(block.asked, 'all-percent');
  const id = block.weightedBy === null ? 'n' : 'weighted-n';
  const cells = silentIn(block.asked, id).map((value, column): Part[] => {
    const share = shares[column] ?? null;
    return [
      // What is hidden of a column is hidden of this line too.
      { id, unit: 'count', decimals: 0, value: block.hidden?.[column] === true ? null : value },
      { id: 'all-percent', unit: 'percent', decimals: 1, value: share },
    ];
  });
  const form = `${id === 'n' ? 'n' : 'weighted n'} (% of all)`;
  return [{ is: 'unanswered', label: 'No answer', form, depth: 1, between: ['', ' (', ')'], cells }];
}

/** The lines of one variable of a summary. */
export function linesOfItem(item: SummarisedItem, { missing = 'note', oneLine = false }: SummaryShown): SummaryLine[] {
  const lines = [
    ...(item.view.number ? numberLines(item, oneLine) : categoryLines(item)),
    ...(missing === 'row' ? unansweredLine(item) : []),
  ];
  return lines.map((line) => ({ ...line, item: item.at, row: line.row ?? null }));
}

/** Respondents of a block whether they answered or not, by column. */
export const everyoneIn = ({ asked }: BlockView): readonly (number | null)[] =>
  asked.find(({ is }) => is === 'everyone')?.values.n ?? [];

/** All respondents of the summary by group, whether they answered or not. */
export function everyoneLines({ asked, weightedBy }: BlockView): SummaryLine[] {
  const everyone = asked.find(({ is }) => is === 'everyone');
  const lineOf = (id: 'n' | 'weighted-n', label: string): SummaryLine => ({
    is: 'everyone',
    item: null,
    row: null,
    label,
    form: '',
    depth: 0,
    between: ['', ''],
    cells: (everyone?.values[id] ?? []).map((value): Part[] => [{ id, unit: 'count', decimals: 0, value }]),
  });
  if (!everyone) return [];
  return weightedBy === null
    ? [lineOf('n', 'Respondents')]
    : [lineOf('n', 'Respondents, unweighted'), lineOf('weighted-n', 'Weighted')];
}
