import { type Code, isAnswer, MISSING_WORDS } from '../codebook/types.js';
import { restGroup } from './everything-else.js';
import type { Group, Regroup } from './types.js';

const SET_ASIDE = 'set aside';
const EVERYTHING_ELSE = 'everything else';

/** A regroup as text, a group a line: "Satisfied: 1, 2". What is set aside stands in a line of its own. */
export function printRegroup(recipe: Pick<Regroup, 'groups' | 'setAside' | 'unnamed'>): string {
  const rest = restGroup(recipe);
  const lines = recipe.groups.map(
    ({ label, from, code }) => `${label}: ${[...from, ...(code === rest ? [EVERYTHING_ELSE] : [])].join(', ')}`,
  );
  if (recipe.setAside.length > 0) lines.push(`${SET_ASIDE}: ${recipe.setAside.join(', ')}`);
  return lines.join('\n');
}

/** Codes between two whole numbers that the source has: "1-3". Null where the text is not such a range. */
function range(text: string, source: readonly Code[]): string[] | null {
  const [, from, to] = /^(-?\d+)\s*(?:-|to|\u2013)\s*(-?\d+)$/.exec(text) ?? [];
  if (from === undefined || to === undefined || source.some(({ code }) => code === text)) return null;
  const [low, high] = [Number(from), Number(to)];
  // A range names answers only: a missing code that happens to lie inside is not swept in.
  return source
    .filter(({ code, missing }) => missing === null && Number(code) >= low && Number(code) <= high)
    .map(({ code }) => code);
}

/**
 * Reads a regroup written by hand. Codes are separated by commas; "1-3" names the answers from 1 to 3. A code named
 * twice is kept twice, for the proof to tell. "everything else" stands for all answers that no line names.
 * @returns the groups, numbered in their order, and the lines (from 1) that say nothing
 */
export function parseRegroup(
  text: string,
  source: readonly Code[],
): { groups: Group[]; setAside: string[]; rest: string | null; unread: { line: number; text: string }[] } {
  const groups: Group[] = [];
  let rest: string | null = null;
  const setAside: string[] = [];
  const unread: { line: number; text: string }[] = [];
  text.split('\n').forEach((line, k) => {
    if (line.trim() === '') return;
    const colon = line.lastIndexOf(':');
    const label = line.slice(0, colon).trim();
    if (colon < 0 || label === '') {
      unread.push({ line: k + 1, text: line.trim() });
      return;
    }
    const parts = line
      .slice(colon + 1)
      .split(',')
      .map((part) => part.trim())
      .filter((part) => part !== '');
    const isRest = (part: string) =>
      part.toLowerCase() === EVERYTHING_ELSE && !source.some(({ code }) => code.toLowerCase() === EVERYTHING_ELSE);
    const codes = parts.filter((part) => !isRest(part)).flatMap((part) => range(part, source) ?? [part]);
    if (parts.some(isRest) && label.toLowerCase() !== SET_ASIDE) rest ??= String(groups.length + 1);
    if (label.toLowerCase() === SET_ASIDE) setAside.push(...codes);
    else groups.push({ code: String(groups.length + 1), label, from: codes });
  });
  return { groups, setAside, rest, unread };
}

/** Words in a row: "1, 2 and 3". */
export const and = (codes: readonly string[]) =>
  codes.length < 2 ? codes.join('') : `${codes.slice(0, -1).join(', ')} and ${codes.at(-1) ?? ''}`;

type Told = Pick<Regroup, 'groups' | 'setAside' | 'unnamed' | 'missing' | 'blank'>;

/** Codes that stay as they are, blank among them where nothing else is said of it. */
function sayKept(codes: readonly string[]): string {
  return `${and(codes)} ${codes.length === 1 ? 'stays' : 'stay'} without an answer`;
}

/** What becomes of missing codes that no group names, and of blanks. */
function sayNoAnswers({ groups, missing = 'keep', blank }: Told, codes: readonly string[]): string[] {
  const kept = [...(missing === 'keep' ? codes : []), ...(blank ? [] : ['blank'])];
  const become = `${and(codes)} ${codes.length === 1 ? 'becomes' : 'become'}`;
  const parts = [
    codes.length > 0 && missing === 'one' ? `${become} one “no answer”` : '',
    codes.length > 0 && missing === 'blank' ? `${become} blank` : '',
    kept.length > 0 ? sayKept(kept) : '',
  ];
  if (blank && 'group' in blank)
    parts.push(`blank to ${groups.find(({ code }) => code === blank.group)?.label ?? blank.group}`);
  if (blank && 'missing' in blank) parts.push(`blank to “${MISSING_WORDS[blank.missing]}”`);
  return parts.filter((part) => part !== '');
}

/**
 * A regroup in one line that reads aloud.
 * @example sayRegroup(recipe, codes) // '1 and 2 to Satisfied; 3 keeps a group; 9 and blank stay without an answer.'
 */
export function sayRegroup(recipe: Told, source: readonly Code[]): string {
  const { groups, setAside, unnamed = 'left-over' } = recipe;
  const named = new Set([...groups.flatMap(({ from }) => from), ...setAside]);
  const unnamedCodes = source.filter(({ code }) => !named.has(code));
  const answers = unnamedCodes.filter((code) => isAnswer(code)).map(({ code }) => code);
  const missing = unnamedCodes.filter((code) => !isAnswer(code)).map(({ code }) => code);
  const aside = [...setAside, ...(unnamed === 'set-aside' ? answers : [])];
  const rest = restGroup(recipe);
  const parts = groups.map(({ label, from, code }) => {
    const of = [...from, ...(code === rest ? [EVERYTHING_ELSE] : [])];
    return `${of.length === 0 ? 'nothing' : and(of)} to ${label}`;
  });
  if (aside.length > 0) parts.push(`${and(aside)} set aside`);
  if (answers.length > 0 && unnamed === 'own')
    parts.push(answers.length === 1 ? `${and(answers)} keeps a group` : `${and(answers)} keep a group each`);
  if (answers.length > 0 && unnamed === 'left-over')
    parts.push(`${and(answers)} ${answers.length === 1 ? 'goes' : 'go'} nowhere`);
  return `${[...parts, ...sayNoAnswers(recipe, missing)].join('; ')}.`;
}
