import type { RosterVariable, StudyView, Working } from '../../../api/types.js';
import { titleOf } from '../../../core/codebook/types.js';
import { keyOf } from '../../../core/recode/same.js';
import { sourcesOf } from '../../../core/recode/sources.js';
import { usersOf } from '../editor/UsedBy.js';
import { type WorkingKind, workingKindOf, WORKING_KINDS, viewKind, viewKindOf } from '../kinds/registry.js';

export type Order = 'newest' | 'label' | 'kind' | 'edited';
export type Show = 'all' | 'used' | 'unused' | 'failing' | 'same' | WorkingKind;

/** A working with all that is said of it. */
export interface Entry {
  working: Working;
  variable: RosterVariable;
  line: string;
  /** How many tables and variables stand on it. */
  tables: number;
  variables: number;
  /** Other workings whose results are the same under another name. */
  same: { working: number; variable: RosterVariable }[];
}

export function entriesOf(view: StudyView): Entry[] {
  const find = new Map(view.variables.map((variable) => [variable.id, variable]));
  const byKey = new Map<string, Working[]>();
  for (const working of view.workings) {
    const key = keyOf(working.recipe);
    byKey.set(key, [...(byKey.get(key) ?? []), working]);
  }
  return view.workings.flatMap((working) => {
    const variable = find.get(working.variable);
    if (!variable) return [];
    const users = usersOf(view, variable.id);
    const twins = (byKey.get(keyOf(working.recipe)) ?? []).filter(({ id }) => id !== working.id);
    return [
      {
        working,
        variable,
        line: variable.says,
        tables: users.tables.length,
        variables: users.variables.length,
        same: twins.flatMap(({ id, variable: made }) => {
          const twin = find.get(made);
          return twin ? [{ working: id, variable: twin }] : [];
        }),
      },
    ];
  });
}

const isUsed = ({ tables, variables }: Entry) => tables + variables > 0;

/** What the list can show, each with what it is called and which entries it has. */
export const SHOWS: readonly (readonly [Show, string, (entry: Entry) => boolean])[] = [
  ['all', 'all', () => true],
  ['used', 'used', isUsed],
  ['unused', 'unused', (entry) => !isUsed(entry)],
  ['failing', 'proof does not hold', ({ working }) => !working.holds],
  ['same', 'do the same as another', ({ same }) => same.length > 0],
  ...WORKING_KINDS.map(
    (kind) =>
      [
        kind,
        viewKind(kind).title.toLowerCase(),
        ({ working }: Entry) => workingKindOf(working.recipe) === kind,
      ] as const,
  ),
];

const COMPARE: Readonly<Record<Order, (a: Entry, b: Entry) => number>> = {
  newest: (a, b) => b.working.created.localeCompare(a.working.created) || b.working.id - a.working.id,
  edited: (a, b) => b.working.edited.localeCompare(a.working.edited) || b.working.id - a.working.id,
  label: (a, b) => titleOf(a.variable).localeCompare(titleOf(b.variable), 'en'),
  kind: (a, b) => a.working.recipe.kind.localeCompare(b.working.recipe.kind) || a.working.id - b.working.id,
};

/**
 * The entries that are shown and hold every word that is searched: in the name or label of the result, in the kind, a
 * source, the recipe or the day it was made.
 */
export function findWorkings(
  entries: readonly Entry[],
  { show, search, order }: { show: Show; search: string; order: Order },
  title: (variable: number) => string,
): Entry[] {
  const passes = SHOWS.find(([id]) => id === show)?.[2] ?? (() => true);
  const words = search.toLowerCase().split(/\s+/);
  const textOf = ({ working, variable, line }: Entry) => {
    const { recipe, created } = working;
    const sources = sourcesOf(recipe).map(title);
    const parts = [variable.name, titleOf(variable), viewKindOf(recipe).title, recipe.kind, ...sources, line];
    return [...parts, created.slice(0, 10)].join(' ').toLowerCase();
  };
  return entries
    .filter((entry) => passes(entry) && words.every((word) => textOf(entry).includes(word)))
    .sort(COMPARE[order]);
}
