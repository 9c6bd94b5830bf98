import { canonicalCode } from '../codebook/number.js';

/** Gives out the codes of one code list, none of them twice. */
export interface CodeSpace {
  /**
   * The code that is wanted, or the nearest to it that is free. Once given it is taken.
   * @param next what is tried after a code that is taken; with a mark behind it, where not said
   */
  give: (wanted: string, next?: (code: string) => string) => string;
}

/** What a missing code becomes where an answer has its name: "m9". */
export const missingName = (code: string) => `m${code}`;
const marked = (code: string) => `${code}'`;

/**
 * One name space for all codes of a list, of every kind: groups that somebody named, categories that keep
 * their own, missing codes, and what is no code of the source (left over, in no band, blank).
 * @param named codes that stand as they are
 * @example
 * const space = codeSpace(['1']);
 * [space.give('1'), space.give("1'")]; // ["1'", "1''"]
 */
export function codeSpace(named: Iterable<string>): CodeSpace {
  const taken = new Set([...named].map(canonicalCode));
  return {
    give: (wanted, next = marked) => {
      let code = canonicalCode(wanted);
      while (taken.has(code)) code = next(code);
      taken.add(code);
      return code;
    },
  };
}

/**
 * Codes for several old ones: each keeps its own where it is free, and those whose name is taken are named last, so
 * that a newcomer never drives out who stands there already.
 * @returns the new code of each old one
 */
export function giveAll(
  space: CodeSpace,
  oldCodes: readonly { code: string; missing: boolean }[],
  named: ReadonlySet<string>,
): Map<string, string> {
  const given = new Map<string, string>();
  const free = (old: { code: string }) => !named.has(old.code);
  for (const { code, missing } of [...oldCodes.filter(free), ...oldCodes.filter((old) => !free(old))])
    given.set(code, space.give(code, missing ? missingName : undefined));
  return given;
}
