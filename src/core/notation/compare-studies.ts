import { sourcesOf } from '../recode/sources.js';
import { conditionsIn } from '../count/clause.js';
import type { ConditionCalled } from '../table/sentence-shape.js';
import { type LineChange, lineChanges } from './line-changes.js';
import { printStudy } from './print-study.js';
import type { WrittenStudy, WrittenTable } from './written.js';

/** What differs in one thing of two texts, line by line. */
interface ThingChange {
  /** The line that begins it, in its later form: `variable site "Site"`. */
  title: string;
  is: 'added' | 'removed' | 'changed';
  lines: LineChange[];
}

/** What differs between two texts of a study. */
export interface StudiesCompared {
  things: ThingChange[];
  /** Names of variables that differ, or are made of such as do. */
  variables: string[];
  /** Sentences of tables of the later text whose figures can be others. */
  tables: string[];
}

/** By what things of both texts are matched: the first two words of their first line. */
function keyOf(block: string): string {
  const [head = ''] = block.split('\n', 1);
  const pieces = head.match(/"(?:[^"\\]|\\.)*"|\S+/gu) ?? [];
  if (pieces[0] === 'study') return 'study';
  if (pieces[0] === 'codings') return head;
  return pieces.slice(0, pieces[0] === 'code' ? 3 : 2).join(' ');
}

const blocksOf = (text: string): string[] => (text === '' ? [] : text.trimEnd().split('\n\n'));

/** Things of a text by what they are matched by; of several that are called the same, the first. */
function thingsOf(study: WrittenStudy): Map<string, string> {
  const things = new Map<string, string>();
  for (const block of blocksOf(printStudy(study))) if (!things.has(keyOf(block))) things.set(keyOf(block), block);
  return things;
}

const titleOf = (block: string): string => block.split('\n', 1)[0] ?? '';
const linesOf = (block: string | undefined): string[] => (block === undefined ? [] : block.split('\n'));

function compareThings(before: WrittenStudy, after: WrittenStudy): ThingChange[] {
  const [old, now] = [thingsOf(before), thingsOf(after)];
  return [...new Set([...now.keys(), ...old.keys()])].flatMap((key): ThingChange[] => {
    const [a, b] = [old.get(key), now.get(key)];
    if (a === b) return [];
    const is = a === undefined ? 'added' : b === undefined ? 'removed' : 'changed';
    return [{ title: titleOf(b ?? a ?? ''), is, lines: lineChanges(linesOf(a), linesOf(b)) }];
  });
}

/** Variables that a table names. */
function namesIn({ sentence }: WrittenTable): string[] {
  const { rows, by, within, only, weight } = sentence;
  const conditions = only.flatMap((clause) => conditionsIn<ConditionCalled<string>>(clause));
  return [
    ...rows.map(({ variable }) => variable),
    ...by.flat(),
    ...conditions.map(({ variable }) => variable),
    ...[within, weight].filter((name) => name !== undefined),
  ];
}

/** What of a variable its figures follow from: not how it is called, grouped, starred or noted. */
function substanceOf({ variables, lists, codings }: WrittenStudy): Map<string, string> {
  const listed = new Map(lists.map(({ name, codes }) => [name, codes]));
  return new Map(
    variables.map(({ name, heading, level, list, codes, recipe, offScale }) => {
      const all = list === undefined ? codes : (listed.get(list) ?? []);
      const own = all.map(({ code, missing }) => [code, missing]);
      const coded = codings.filter(({ of }) => of === name).map(({ coder, settles, marks }) => [coder, settles, marks]);
      return [name, JSON.stringify([heading ?? name, level, own, recipe, offScale, coded])];
    }),
  );
}

/** Names of variables that differ in substance, with all that are made of such, however far. */
function differing(before: WrittenStudy, after: WrittenStudy): Set<string> {
  const [old, now] = [substanceOf(before), substanceOf(after)];
  const names = new Set([...new Set([...old.keys(), ...now.keys()])].filter((name) => old.get(name) !== now.get(name)));
  const users = new Map<string, string[]>();
  for (const { name, recipe } of after.variables)
    for (const source of recipe ? sourcesOf(recipe) : []) users.set(source, [...(users.get(source) ?? []), name]);
  // A set that grows while it is walked is walked to its end.
  for (const name of names) for (const user of users.get(name) ?? []) names.add(user);
  return names;
}

const tablesIn = ({ binders }: WrittenStudy): WrittenTable[] =>
  binders.flatMap(({ items }) => items.flatMap((item) => (item.is === 'table' ? [item.table] : [])));

/** The first line of a table as it is printed. */
function sentenceLine(table: WrittenTable): string {
  const alone: WrittenStudy = {
    lists: [],
    variables: [],
    codings: [],
    binders: [{ name: '', items: [{ is: 'table', table }] }],
  };
  return (printStudy(alone).split('\n')[1] ?? '').trim().replace(/^table /u, '');
}

/** Compares two texts of a study: as text, and in what follows from the difference. */
export function compareStudies(before: WrittenStudy, after: WrittenStudy): StudiesCompared {
  const names = differing(before, after);
  const asked = ({ sentence, codes, levels }: WrittenTable) => JSON.stringify([sentence, codes, levels]);
  const old = new Set(tablesIn(before).map(asked));
  const tables = tablesIn(after).filter(
    (table) => !old.has(asked(table)) || namesIn(table).some((name) => names.has(name)),
  );
  return { things: compareThings(before, after), variables: [...names], tables: tables.map(sentenceLine) };
}
