import type { Code } from '../codebook/types.js';
import type { Group, Regroup } from './types.js';

const SET_ASIDE = 'set aside';

/** A regroup as text, a group a line: "Satisfied: 1, 2". What is set aside stands in a line of its own. */
export function printRegroup(recipe: Pick<Regroup, 'groups' | 'setAside'>): string {
  const lines = recipe.groups.map(({ label, from }) => `${label}: ${from.join(', ')}`);
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
 * twice is kept twice, for the proof to tell.
 * @returns the groups, numbered in their order, and the lines (from 1) that say nothing
 */
export function parseRegroup(
  text: string,
  source: readonly Code[],
): { groups: Group[]; setAside: string[]; unread: { line: number; text: string }[] } {
  const groups: Group[] = [];
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
    const codes = line
      .slice(colon + 1)
      .split(',')
      .map((part) => part.trim())
      .filter((part) => part !== '')
      .flatMap((part) => range(part, source) ?? [part]);
    if (label.toLowerCase() === SET_ASIDE) setAside.push(...codes);
    else groups.push({ code: String(groups.length + 1), label, from: codes });
  });
  return { groups, setAside, unread };
}

/** A regroup in one line that reads aloud. */
export function sayRegroup(recipe: Pick<Regroup, 'groups' | 'setAside'>, source: readonly Code[]): string {
  const and = (codes: readonly string[]) =>
    codes.length < 2 ? codes.join('') : `${codes.slice(0, -1).join(', ')} and ${codes.at(-1) ?? ''}`;
  const parts = recipe.groups.map(({ label, from }) => `${from.length === 0 ? 'nothing' : and(from)} to ${label}`);
  if (recipe.setAside.length > 0) parts.push(`${and(recipe.setAside)} set aside`);
  const named = new Set([...recipe.groups.flatMap(({ from }) => from), ...recipe.setAside]);
  const lost = source.filter((code) => code.missing === null && !named.has(code.code)).map(({ code }) => code);
  if (lost.length > 0) parts.push(`${and(lost)} ${lost.length === 1 ? 'goes' : 'go'} nowhere`);
  const missing = source.filter((code) => code.missing !== null && !named.has(code.code)).map(({ code }) => code);
  parts.push(`${and([...missing, 'blank'])} stay without an answer`);
  return `${parts.join('; ')}.`;
}
