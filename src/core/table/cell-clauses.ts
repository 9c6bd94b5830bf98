import type { Clause, RowItem } from './sentence.js';
import type { Step, Table, TableAxis } from './table.js';

/** A line or a column of a table, as a view has it. */
interface Place {
  is: string;
  code: string;
  path: readonly Step[];
}

const anyOf = (variable: number, codes: readonly string[]): Clause => ({ variable, is: 'any-of', codes: [...codes] });
/** Whoever has a number. */
const anyNumber = (variable: number): Clause => ({ variable, is: 'between', from: null, to: null });

/** Who is in a line; null where a condition cannot say it: who mentions nothing, a first mention, an average place. */
function rowClauses(
  { rows, nets }: Table,
  { variable, mention = 'any' }: RowItem,
  { is, code }: Place,
): Clause[] | null {
  if (is === 'number') return [anyNumber(variable)];
  if (rows.multiple ? mention !== 'any' : mention === 'rank' || mention === 'first') return null;
  if (is === 'answer' || is === 'option') return [anyOf(variable, [code])];
  const net = is === 'net' ? nets?.of.find(({ label }) => label === code) : undefined;
  return net ? [anyOf(variable, net.codes)] : null;
}

/** Who is in some column at all. */
function baseClauses({ variable, categories, multiple }: TableAxis): Clause[] | null {
  if (multiple) return null;
  const steps = categories.flatMap(
    ({ code, label, path }): readonly Step[] => path ?? [{ variable: variable.id, code, label }],
  );
  const variables = [...new Set(steps.map((step) => step.variable))];
  return variables.map((id) =>
    anyOf(id, [...new Set(steps.flatMap((step) => (step.variable === id ? [step.code] : [])))]),
  );
}

function columnClauses({ columns }: Table, { is, code, path }: Place): Clause[] | null {
  if (!columns) return [];
  if (is === 'total') return baseClauses(columns);
  if (is !== 'answer' && is !== 'option') return null;
  const steps = path.length > 0 ? path : [{ variable: columns.variable.id, code, label: '' }];
  return steps.map((step) => anyOf(step.variable, [step.code]));
}

/**
 * Conditions that keep just the respondents of a cell, beside those of the sentence; null where conditions cannot say
 * who they are.
 * @param weight the number that respondents count as: who has none is in no cell
 */
export function cellClauses(
  table: Table,
  item: RowItem,
  { row, column, weight }: { row: Place; column: Place; weight: number | null },
): Clause[] | null {
  const [down, across] = [rowClauses(table, item, row), columnClauses(table, column)];
  return down && across && [...down, ...across, ...(weight === null ? [] : [anyNumber(weight)])];
}
