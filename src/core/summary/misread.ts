import { byId } from '../by-id.js';
import { parseNumber } from '../codebook/number.js';
import { titleOf, type Level, type Variable } from '../codebook/types.js';
import type { BlockView, ItemView, TableView } from '../view/types.js';

/** A whole number that takes as few values as these is rather a code. */
const MOST_AS_CODES = 7;
/** Categories as many as these that are all bare numbers are rather a number. */
const LEAST_AS_NUMBER = 10;

/** A variable that is probably of another level than it has. */
export interface Misread {
  variable: number;
  title: string;
  /** What it has, and why that is doubtful. */
  text: string;
  /** What it probably is, the likeliest first. */
  levels: readonly Level[];
}

/** What of a variable says which levels it can have. */
type Leveled = Pick<Variable, 'id' | 'name' | 'label' | 'level'> & { levels: readonly Level[] };

/** A number that has a few whole values alone. */
function numberAsCodes(variable: Leveled, { figures }: BlockView): Omit<Misread, 'variable' | 'title'> | null {
  const [least, most] = (['minimum', 'maximum'] as const).map((id) => byId(figures, id)?.cells[0]?.[0] ?? null);
  if (typeof least !== 'number' || typeof most !== 'number') return null;
  const isWhole = Number.isInteger(least) && Number.isInteger(most) && byId(figures, 'minimum')?.decimals === 0;
  const levels = (['ordered', 'unordered'] as const).filter((level) => variable.levels.includes(level));
  if (!isWhole || most - least >= MOST_AS_CODES || levels.length === 0) return null;
  const text = `is read as a number, and has no other values than ${least} to ${most}: codes of categories?`;
  return { text, levels };
}

/** Many categories that are bare numbers. */
function categoriesAsNumber(variable: Leveled, { leaves }: ItemView): Omit<Misread, 'variable' | 'title'> | null {
  if (!variable.levels.includes('number')) return null;
  const answers = leaves.filter(({ is }) => is === 'answer');
  const isBare = answers.every(({ code, label }) => label === code && parseNumber(code) !== null);
  if (answers.length < LEAST_AS_NUMBER || !isBare) return null;
  const text = `is read as categories, and its ${answers.length} codes are numbers without a label: a number?`;
  return { text, levels: ['number'] };
}

/** Variables of a summary that were probably misread: a number as categories, or codes as a number. */
export function misreadIn({ items, blocks }: TableView, variables: readonly Leveled[]): Misread[] {
  return items.flatMap((item, k) => {
    const variable = byId(variables, item.variable);
    const block = blocks[k]?.[0];
    if (!variable || !block || item.multiple) return [];
    const misread = item.number ? numberAsCodes(variable, block) : categoriesAsNumber(variable, item);
    return misread ? [{ variable: variable.id, title: titleOf(variable), ...misread }] : [];
  });
}
