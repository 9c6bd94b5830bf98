import type { Code } from '../../codebook/types.js';
import { restGroup } from './everything-else.js';
import { type Group, type Regroup } from './shape.js';

const SET_ASIDE = 'set aside';
export const EVERYTHING_ELSE = 'everything else';

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
