import type { RosterVariable } from '../../api/types.js';
import { LEVEL_WORDS, LEVELS, titleOf } from '../../core/codebook/types.js';

/** Which variables of the roster are shown, by one thing: "all", "level:text", "group:Plot". */
export type Showing = string;

export interface ShowingOption {
  value: Showing;
  name: string;
  count: number;
}

/** A variable that something is wrong with, as far as the study itself says. */
const hasProblem = ({ holds, answers }: RosterVariable) => !holds || answers === 0;

const KEEPS: Record<string, (variable: RosterVariable) => boolean> = {
  all: ({ aside }) => !aside,
  starred: ({ starred }) => starred,
  problems: hasProblem,
  source: ({ workingId, aside }) => workingId === null && !aside,
  derived: ({ workingId, aside }) => workingId !== null && !aside,
  aside: ({ aside }) => aside,
  mine: ({ layer, aside }) => layer === 'own' && !aside,
  shown: ({ layer, aside }) => layer === 'shown' && !aside,
  common: ({ layer, aside }) => layer === 'common' && !aside,
};

/** Whether a choice shows a variable. `sick` are those that the health list names. */
export function shows(
  showing: Showing,
  withIssues: ReadonlySet<number> = new Set(),
): (variable: RosterVariable) => boolean {
  const [kind, ...rest] = showing.split(':');
  const value = rest.join(':');
  if (kind === 'level') return ({ level, aside }) => level === value && !aside;
  if (kind === 'by') return ({ madeBy }) => madeBy === value;
  if (kind === 'group') return ({ group }) => group === value;
  if (kind === 'problems') return (variable) => hasProblem(variable) || withIssues.has(variable.id);
  return KEEPS[showing] ?? KEEPS['all']!;
}

/** What can be chosen, each with how many variables it shows; what shows none is left out. */
export function showingOptions(
  variables: readonly RosterVariable[],
  withIssues: ReadonlySet<number> = new Set(),
): { title: string; options: ShowingOption[] }[] {
  const counted = (value: Showing, name: string): ShowingOption => ({
    value,
    name,
    count: variables.filter(shows(value, withIssues)).length,
  });
  const makers = [...new Set(variables.map(({ madeBy }) => madeBy))].filter((name) => name !== '').sort();
  const groups = [...new Set(variables.map(({ group }) => group))]
    .filter((group) => group !== '')
    .sort((a, b) => a.localeCompare(b));
  const sections = [
    {
      title: 'Show',
      options: [counted('all', 'All'), counted('starred', 'Starred'), counted('problems', 'Has a problem')],
    },
    // In the common layer all is common; only in an own one there is a choice.
    ...(variables.some(({ layer }) => layer !== 'common') || makers.length > 0
      ? [
          {
            title: 'Whose',
            options: [counted('mine', 'Mine'), counted('shown', 'Shown to me'), counted('common', 'Common')],
          },
        ]
      : []),
    { title: 'Made out of', options: [counted('source', 'Columns of the file'), counted('derived', 'Workings')] },
    { title: 'Made by', options: makers.map((name) => counted(`by:${name}`, name)) },
    { title: 'Level', options: LEVELS.map((level) => counted(`level:${level}`, LEVEL_WORDS[level])) },
    { title: 'Group', options: groups.map((group) => counted(`group:${group}`, group)) },
    { title: 'Out of the way', options: [counted('aside', 'Set aside')] },
  ];
  return sections
    .map(({ title, options }) => ({
      title,
      options: options.filter(({ value, count }) => count > 0 || value === 'all'),
    }))
    .filter(({ options }) => options.length > 0);
}

/** Orders of the roster. */
export const ROSTER_ORDERS = [
  ['file', 'File order'],
  ['name', 'By name'],
  ['label', 'By label'],
  ['newest', 'Newest first'],
  ['group', 'By group'],
  ['used', 'Most used first'],
] as const;
export type RosterOrder = (typeof ROSTER_ORDERS)[number][0];

const words = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** Variables in an order; those that are equal in it stay as they stood. Starred ones stand as all others do. */
export function inOrder(variables: readonly RosterVariable[], order: RosterOrder): RosterVariable[] {
  const list = [...variables];
  if (order === 'name') return list.sort((a, b) => words.compare(a.name, b.name));
  if (order === 'label') return list.sort((a, b) => words.compare(titleOf(a), titleOf(b)));
  if (order === 'used') return list.sort((a, b) => b.people - a.people);
  if (order === 'newest') return list.sort((a, b) => b.madeAt.localeCompare(a.madeAt));
  if (order === 'group') {
    // Variables in no group stand behind those in one.
    return list.sort((a, b) => Number(a.group === '') - Number(b.group === '') || words.compare(a.group, b.group));
  }
  return list;
}
