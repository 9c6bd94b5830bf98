import { andMore } from '../and-more.js';
import type { CodebookFile } from '../codebook/codebook-file.js';

const plain = (name: string) =>
  name
    .trim()
    .toLowerCase()
    .replace(/[\s_.-]+/g, ' ');

/** A codebook whose variables are called as the columns are, and what was taken for what, in words. */
export interface Fitted {
  codebook: CodebookFile;
  remarks: string[];
}

const NAMED = 4;

/** Fits the names of a codebook's variables to columns that are the same but for capitals, spaces and underlines. */
export function fitNames(codebook: CodebookFile, columns: readonly string[]): Fitted {
  const names = new Set(columns);
  const described = new Set(codebook.variables.map(({ name }) => name));
  const byPlain = new Map<string, string[]>();
  for (const column of columns) byPlain.set(plain(column), [...(byPlain.get(plain(column)) ?? []), column]);
  const renamed = new Map<string, string>();
  const taken = new Set<string>();
  for (const { name } of codebook.variables) {
    const [column, second] = byPlain.get(plain(name)) ?? [];
    if (names.has(name) || column === undefined || second !== undefined) continue;
    if (described.has(column) || taken.has(column)) continue;
    renamed.set(name, column);
    taken.add(column);
  }
  if (renamed.size === 0) return { codebook, remarks: [] };
  const nameOf = (name: string) => renamed.get(name) ?? name;
  const marks =
    codebook.marks && Object.fromEntries(Object.entries(codebook.marks).map(([name, mark]) => [nameOf(name), mark]));
  const variables = codebook.variables.map((variable) => ({ ...variable, name: nameOf(variable.name) }));
  const words = [...renamed].map(([name, column]) => `${name} for ${column}`);
  return {
    codebook: { ...codebook, variables, ...(marks ? { marks } : {}) },
    remarks: [`Taken for the same: ${andMore(words, NAMED)}.`],
  };
}
