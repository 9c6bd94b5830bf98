import { plural } from '../words.js';
import { parseNumber } from './number.js';
import { reasonInWords } from './reason-in-words.js';
import { type Code, type Level, type MissingReason } from './types.js';

/** A variable as this needs it. */
export interface ColumnWithCodes {
  id: number;
  level: Level;
  codes: readonly Code[];
  /** Respondents by code, of those codes that occur. */
  respondentsByCode: ReadonlyMap<string, number>;
  /** The lowest and the highest number that is an answer, but for the codes asked about; null: none is a number. */
  range: { from: number; to: number } | null;
  /** It is made by a working, where its codes are decided. */
  derived: boolean;
}

/**
 * Why a code of a variable stays what it is unless it is asked for:
 * - `labelled`: the codebook says it is an answer;
 * - `among`: it stands among the other numbers, or right beside them;
 * - `same`: it is already what is wanted;
 * - `derived`: a working makes the variable.
 */
type LeftAlone = 'labelled' | 'among' | 'same' | 'derived';

/** What happens to one code of one variable. */
export interface MissingLine {
  variable: number;
  code: string;
  label: string;
  respondents: number;
  /** What it is now. */
  now: MissingReason | null;
  /** Null: it is changed. */
  leftAlone: LeftAlone | null;
}

/** Whether two codes are the same, or spell the same number ("9" and "9.0"). */
export function isSameCode(a: string, b: string): boolean {
  if (a === b) return true;
  const number = parseNumber(a);
  return number !== null && number === parseNumber(b);
}

/** A code as a variable spells it. */
function spelled({ codes, respondentsByCode }: ColumnWithCodes, code: string): string {
  if (respondentsByCode.has(code) || codes.some((candidate) => candidate.code === code)) return code;
  return (
    [...respondentsByCode.keys(), ...codes.map((item) => item.code)].find((text) => isSameCode(text, code)) ?? code
  );
}

function isAmong(code: string, range: ColumnWithCodes['range']): boolean {
  const value = parseNumber(code);
  // Right beside the others it may be the last category of a scale.
  return value !== null && range !== null && value >= range.from - 1 && value <= range.to + 1;
}

function why(
  column: ColumnWithCodes,
  code: string,
  listed: Code | undefined,
  to: MissingReason | null,
): LeftAlone | null {
  if (column.derived) return 'derived';
  if ((listed?.missing ?? null) === to) return 'same';
  // To be an answer again is asked for by name; nothing stands against it.
  if (to === null) return null;
  if (listed && listed.missing !== null) return null;
  if (reasonInWords(listed?.label ?? code) !== null) return null;
  if (listed && listed.label.trim() !== '' && listed.label !== code) return 'labelled';
  return isAmong(code, column.range) ? 'among' : null;
}

/**
 * What would happen if some codes were declared missing (or, with null, answers again) in some variables: a line for
 * each code that occurs in one, or that its list names. Nothing is changed where the codebook says that the code is an
 * answer, or where it looks like one.
 */
export function planMissing(
  variables: readonly ColumnWithCodes[],
  codes: readonly string[],
  to: MissingReason | null,
): MissingLine[] {
  return variables.flatMap((column) => {
    if (column.level === 'text' || column.level === 'multiple') return [];
    return codes.flatMap((asked): MissingLine[] => {
      const code = spelled(column, asked);
      const listed = column.codes.find((candidate) => candidate.code === code);
      const respondents = column.respondentsByCode.get(code) ?? 0;
      if (respondents === 0 && !listed) return [];
      const leftAlone = why(column, code, listed, to);
      // What is declared nowhere and asked to be an answer is one already, and no news.
      if (leftAlone === 'same' && to === null) return [];
      return [
        {
          variable: column.id,
          code,
          label: listed?.label ?? code,
          respondents,
          now: listed?.missing ?? null,
          leftAlone,
        },
      ];
    });
  });
}

/**
 * A variable's codes with some of them declared; one that is not listed is put behind.
 * @param declared codes with the reason why they are no answers; null: they are
 */
export function declare(codes: readonly Code[], declared: ReadonlyMap<string, MissingReason | null>): Code[] {
  const listed = new Set(codes.map(({ code }) => code));
  const added = [...declared].filter(([code, missing]) => !listed.has(code) && missing !== null);
  return [
    ...codes.map((code) => ({
      ...code,
      missing: declared.has(code.code) ? (declared.get(code.code) ?? null) : code.missing,
    })),
    ...added.map(([code, missing]): Code => ({ code, label: code, missing })),
  ];
}

const LEFT_WORDS: Record<LeftAlone, (n: number) => string> = {
  labelled: (n) => `in ${n} of them it is a labelled answer`,
  among: (n) => `in ${n} it stands among or beside the other numbers`,
  same: (n) => `in ${n} it is so already`,
  derived: (n) => `${plural(n, 'is', 'are')} made by a working, where codes are decided`,
};

/**
 * The plan in a sentence for each code: "9 occurs in 41 variables, where 230 respondents have it; in 6 of them it is a
 * labelled answer: left alone."
 * @param reach respondents who have each code in any of its variables
 */
export function sayPlan(lines: readonly MissingLine[], codes: readonly string[], reach: readonly number[]): string[] {
  return codes.map((code, k) => {
    const mine = lines.filter((line) => isSameCode(line.code, code) && (line.respondents > 0 || line.now !== null));
    if (mine.length === 0) return `${code} occurs in none of them.`;
    const left = (['labelled', 'among', 'derived', 'same'] as const).flatMap((reason) => {
      const n = mine.filter(({ leftAlone }) => leftAlone === reason).length;
      return n === 0 ? [] : [LEFT_WORDS[reason](n)];
    });
    const people = reach[k] ?? 0;
    const have = `where ${plural(people, 'respondent has', 'respondents have')} it`;
    const occurs = `${code} occurs in ${plural(mine.length, 'variable')}, ${have}`;
    return left.length === 0 ? `${occurs}.` : `${occurs}; ${left.join('; ')}: left alone.`;
  });
}
