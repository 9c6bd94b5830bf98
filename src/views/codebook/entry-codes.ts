import type { Code } from '../../core/codebook/types.js';
import { parseNumber } from '../../core/codebook/number.js';

/** A number with more values than this shows those worth a look. */
const LISTED = 40;
const ENDS = 4;

const isPlain = ({ code, label, missing }: Code) => missing === null && label === code;

/** Of many values: those that are missing or labelled, the lowest, the highest, and one that is asked for. */
function worthListing(codes: readonly Code[], wanted: string): Code[] {
  const plain = codes.filter((code) => isPlain(code) && parseNumber(code.code) !== null);
  const ends = new Set([...plain.slice(0, ENDS), ...plain.slice(-ENDS)]);
  return codes.filter((code) => !plain.includes(code) || ends.has(code) || code.code === wanted);
}

/** The codes of an entry that is being changed. */
export interface EntryCodes {
  /** All of them, as they are changed so far. */
  codes: Code[];
  /** Those in sight. */
  listed: Code[];
  /** More than can be listed: it shows the ends of its values. */
  isLong: boolean;
}

/**
 * The codes of an entry as they are changed so far. A number's plain values stay unlisted in the codebook: only what
 * differs from them is worth a line there.
 * @param given those that occur or are listed
 * @param changed the codes as they were typed; undefined: none was
 * @param wanted a value of a number that is to be listed, to be marked or labelled
 */
export function entryCodes(
  isNumber: boolean,
  given: readonly Code[],
  changed: readonly Code[] | undefined,
  wanted: string,
): EntryCodes {
  const changeOf = ({ code }: Code) => changed?.find((other) => other.code === code);
  const untouched = ({ code }: Code): Code => ({ code, label: code, missing: null });
  if (!isNumber) {
    const codes = changed ? [...changed, ...given.filter((code) => !changeOf(code))] : [...given];
    return { codes, listed: codes, isLong: false };
  }
  const codes = changed ? given.map((code) => changeOf(code) ?? untouched(code)) : [...given];
  const isLong = codes.length > LISTED;
  const value = wanted.trim();
  const isNew = value !== '' && parseNumber(value) !== null && !given.some(({ code }) => code === value);
  const extra = isNew ? [{ code: value, label: value, missing: null }] : [];
  return { codes, listed: [...(isLong ? worthListing(codes, value) : codes), ...extra], isLong };
}

/** The codes as they are kept in a draft, where those in sight were changed to `next`. */
export function changedCodes(isNumber: boolean, { codes, isLong }: EntryCodes, next: readonly Code[]): Code[] {
  if (!isNumber) return [...next];
  const outOfSight = isLong ? codes.filter(({ code }) => !next.some((other) => other.code === code)) : [];
  return [...outOfSight, ...next].filter((code) => !isPlain(code));
}
