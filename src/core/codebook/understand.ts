import { compareCodes, parseNumber } from './number.js';
import type { Level } from './types.js';

/** More different values than this, and a column is not a list of codes. */
export const MOST_CODES = 1024;

/** What one pass over a column of text cells found. Cells are trimmed; an empty one is blank. */
export interface ColumnProfile {
  name: string;
  /** Respondents by value, at most `MOST_CODES` of them; null once there were more. */
  values: Map<string, { respondents: number; isNumber: boolean }> | null;
  filled: number;
  blank: number;
  /** Filled cells that spell a number, and the first few that do not. */
  numbers: number;
  notNumbers: string[];
  integers: boolean;
  longest: number;
}

/** How a column is kept, decided by what is in it and never by its level. */
export type Storage = 'coded8' | 'coded16' | 'number' | 'sets' | 'text';

export interface Understanding {
  level: Exclude<Level, 'multiple'>;
  storage: Storage;
  /** Codes found, in the order a person lists them; empty where they are not kept as codes. */
  codes: { code: string; respondents: number }[];
  /** Why this level, and what to look at, in words. */
  why: string;
  notes: string[];
}

/** Up to this many different whole numbers read as codes; more read as a quantity. */
const CODES_AT_MOST = 12;
/** Text that repeats is categories; text that hardly does is free text. */
const TEXT_CATEGORIES_AT_MOST = 60;

export function emptyProfile(name: string): ColumnProfile {
  return { name, values: new Map(), filled: 0, blank: 0, numbers: 0, notNumbers: [], integers: true, longest: 0 };
}

/** Takes one cell into a profile. */
export function profileCell(profile: ColumnProfile, cell: string): void {
  if (cell === '') {
    profile.blank++;
    return;
  }
  profile.filled++;
  const { values } = profile;
  const seen = values?.get(cell);
  if (seen !== undefined) {
    // Whether a value that came before is a number was settled then.
    seen.respondents++;
    if (seen.isNumber) profile.numbers++;
    return;
  }
  if (cell.length > profile.longest) profile.longest = cell.length;
  const number = parseNumber(cell);
  if (number === null) {
    if (profile.notNumbers.length < 8) profile.notNumbers.push(cell);
  } else {
    profile.numbers++;
    if (!Number.isInteger(number)) profile.integers = false;
  }
  if (values) {
    if (values.size >= MOST_CODES) profile.values = null;
    else values.set(cell, { respondents: 1, isNumber: number !== null });
  }
}

/** Values that are often codes for "no answer", when they stand far above or below all others. */
const MISSING_LOOKS = new Set([-999, -99, -98, -97, -9, -8, -1, 9, 97, 98, 99, 997, 998, 999, 9999, 99999]);

function farCodes(codes: readonly string[]): string[] {
  const numbers = codes.map(Number).filter((value) => !Number.isNaN(value));
  const ordinary = numbers.filter((value) => !MISSING_LOOKS.has(value));
  if (ordinary.length < 3) return [];
  const least = Math.min(...ordinary);
  const most = Math.max(...ordinary);
  const gap = Math.max(2, (most - least) / 2);
  return numbers.filter((v) => MISSING_LOOKS.has(v) && (v > most + gap || v < least - gap)).map(String);
}

/** Decides the level and the storage of a column from its profile, and says why. */
export function understand(profile: ColumnProfile): Understanding {
  const { values, filled, blank, numbers } = profile;
  const codes = [...(values ?? new Map<string, { respondents: number }>())]
    .map(([code, { respondents }]) => ({ code, respondents }))
    .sort((a, b) => compareCodes(a.code, b.code));
  const coded: Storage = codes.length < 256 ? 'coded8' : 'coded16';
  const notes: string[] = [];
  if (filled === 0) {
    return {
      level: 'text',
      storage: 'coded8',
      codes: [],
      why: 'Blank throughout.',
      notes: ['Nobody has a value here.'],
    };
  }
  if (codes.length === 1) notes.push('Everybody who answered has the same value.');
  const respondents = filled + blank;

  if (numbers === filled) {
    if (values === null) {
      const why = 'Numbers, over a thousand different ones.';
      return { level: 'number', storage: 'number', codes: [], why, notes };
    }
    const far = farCodes(codes.map(({ code }) => code));
    if (far.length > 0) {
      notes.push(
        `${far.join(', ')} ${far.length === 1 ? 'stands' : 'stand'} far from the rest: no answer? The codebook can mark ${far.length === 1 ? 'it' : 'them'} as missing.`,
      );
    }
    if (profile.integers && codes.length === filled && filled > 30) {
      notes.push('Every value differs: an identifier.');
      return { level: 'number', storage: coded, codes, why: 'Whole numbers, each once.', notes };
    }
    if (profile.integers && codes.length <= CODES_AT_MOST) {
      return { level: 'unordered', storage: coded, codes, why: `${codes.length} whole numbers, used as codes.`, notes };
    }
    return {
      level: 'number',
      storage: coded,
      codes,
      why: `${codes.length} different numbers${profile.integers ? '' : ', some with decimals'}.`,
      notes,
    };
  }

  const exceptions = codes.filter(({ code }) => parseNumber(code) === null);
  if (values !== null && numbers >= 0.8 * filled && codes.length > CODES_AT_MOST && exceptions.length <= 20) {
    const listed = exceptions.slice(0, 4).map(({ code, respondents: n }) => `${code} (${n})`);
    notes.push(
      `Not numbers: ${listed.join(', ')}${exceptions.length > 4 ? ' ...' : ''}. They are kept apart as "no answer".`,
    );
    return { level: 'number', storage: coded, codes, why: 'Numbers stored as text.', notes };
  }
  if (values !== null && codes.length <= TEXT_CATEGORIES_AT_MOST && codes.length <= Math.max(10, filled / 3)) {
    return { level: 'unordered', storage: coded, codes, why: `${codes.length} different words, which repeat.`, notes };
  }
  if (numbers > 0.5 * filled) notes.push(`Mostly numbers, but not ${profile.notNumbers.slice(0, 3).join(', ')}.`);
  if (profile.longest > 1000) notes.push(`The longest has ${profile.longest.toLocaleString('en')} characters.`);
  const share = Math.round((100 * filled) / respondents);
  return {
    level: 'text',
    storage: values === null ? 'text' : coded,
    codes: values === null ? [] : codes,
    why: `Free text from ${share}% of respondents.`,
    notes,
  };
}
