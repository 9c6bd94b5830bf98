import { isCategories } from '../codebook/levels.js';
import type { Level } from '../codebook/types.js';
import { compareCodes, parseNumber } from '../codebook/number.js';

/** A column as far as two files are compared by it. */
export interface ComparedColumn {
  name: string;
  level: Level;
  storage: string;
  codes: readonly { code: string; respondents: number }[];
  filled: number;
  blank: number;
}

/** What a second file does to a variable of the study. */
export interface Difference {
  name: string;
  is: 'vanished' | 'new' | 'changed' | 'same';
  /** Codes that only the new file has, and codes that it no longer has; with their respondents. */
  newCodes: { code: string; respondents: number }[];
  goneCodes: { code: string; respondents: number }[];
  /** What else is different, in words. */
  notes: string[];
  /** Respondents with a value, before and in the new file. */
  base: { before: number | null; after: number | null };
}

const KINDS: Record<string, string> = { coded8: 'codes', coded16: 'codes', number: 'numbers', text: 'texts' };

/** What a column holds; codes that are all numbers are numbers where they are not categories. */
function kindOf({ storage, codes, level }: ComparedColumn): string {
  const kind = KINDS[storage] ?? storage;
  const isNumbers = kind === 'codes' && codes.length > 0 && codes.every(({ code }) => parseNumber(code) !== null);
  return (isNumbers && !isCategories(level)) || level === 'number' ? 'numbers' : kind;
}

/** A share of blanks that differs by this much is worth a word. */
const BLANK_SHIFT = 0.1;

const share = ({ filled, blank }: ComparedColumn) => blank / Math.max(1, filled + blank);
const percent = (value: number) => `${Math.round(value * 100)}%`;

function compare(
  before: ComparedColumn,
  after: ComparedColumn,
  listed: ReadonlySet<string>,
): Omit<Difference, 'name' | 'is' | 'base'> {
  const notes: string[] = [];
  // The file's own guess of a level says nothing here: it becomes what the study has.
  const asNumber = before.level === 'number' && after.level === 'number';
  const [held, holds] = [
    kindOf(before),
    kindOf({ ...after, level: asNumber || before.level !== 'number' ? before.level : 'text' }),
  ];
  if (held !== holds && before.filled > 0 && after.filled > 0) {
    notes.push(`held ${held}, holds ${holds} now`);
    if (isCategories(before.level)) notes.push('cannot be categories any more');
  }
  const words = before.level === 'number' ? after.codes.filter(({ code }) => parseNumber(code) === null) : [];
  const strange = words.filter(
    ({ code }) => !listed.has(code) && !before.codes.some((candidate) => candidate.code === code),
  );
  if (asNumber && strange.length > 0)
    notes.push(
      `not numbers: ${strange
        .slice(0, 4)
        .map(({ code, respondents }) => `${code} (${respondents})`)
        .join(', ')}`,
    );
  const [was, is] = [share(before), share(after)];
  if (Math.abs(was - is) >= BLANK_SHIFT) notes.push(`${percent(was)} blank before, ${percent(is)} now`);
  if (!isCategories(before.level)) return { newCodes: [], goneCodes: [], notes };
  const codesBefore = new Set([...before.codes.map(({ code }) => code), ...listed]);
  const codesNow = new Set(after.codes.map(({ code }) => code));
  const sorted = (codes: ComparedColumn['codes']) => [...codes].sort((a, b) => compareCodes(a.code, b.code));
  const newCodes = sorted(after.codes.filter(({ code }) => !codesBefore.has(code)));
  const goneCodes = after.codes.length === 0 ? [] : sorted(before.codes.filter(({ code }) => !codesNow.has(code)));
  return { newCodes, goneCodes, notes };
}

/**
 * Compares the columns of a study with those of a second file, by their names.
 * @param listed codes that the codebook lists, by column
 * @returns a line for each column of either, those of the study first
 */
export function differences(
  study: readonly ComparedColumn[],
  file: readonly ComparedColumn[],
  listed: ReadonlyMap<string, ReadonlySet<string>>,
): Difference[] {
  const byName = new Map(file.map((column) => [column.name, column]));
  const names = new Set(study.map(({ name }) => name));
  const plain = { newCodes: [], goneCodes: [], notes: [] };
  return [
    ...study.map((before): Difference => {
      const after = byName.get(before.name);
      const base = { before: before.filled, after: after?.filled ?? null };
      if (!after) return { name: before.name, is: 'vanished', ...plain, base };
      const difference = compare(before, after, listed.get(before.name) ?? new Set());
      const isSame = difference.newCodes.length + difference.goneCodes.length + difference.notes.length === 0;
      return { name: before.name, is: isSame ? 'same' : 'changed', ...difference, base };
    }),
    ...file
      .filter(({ name }) => !names.has(name))
      .map((after): Difference => ({
        name: after.name,
        is: 'new',
        ...plain,
        base: { before: null, after: after.filled },
      })),
  ];
}
