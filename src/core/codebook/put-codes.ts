import { canonicalCode } from './number.js';
import type { Code, MissingReason } from './types.js';

/** A code to change or to add; what is not said of it stays as it is. */
export interface CodeEdit {
  code: string;
  label?: string | undefined;
  missing?: MissingReason | null | undefined;
}

/**
 * A code list with some codes changed or added. Codes that are not named stay, in their places, and new ones stand
 * behind; where all are named, they stand in the order in which they are named.
 * @param onlyThese the list has the codes given and no others
 * @example
 * putCodes([{ code: '1', label: '1', missing: null }], [{ code: '1', label: 'Yes', missing: null }]);
 * // [{ code: '1', label: 'Yes', missing: null }]
 */
export function putCodes(codes: readonly Code[], edits: readonly CodeEdit[], onlyThese = false): Code[] {
  const byCode = new Map(codes.map((code) => [code.code, code]));
  const put = ({ code: written, label, missing }: CodeEdit): Code => {
    const code = canonicalCode(written);
    const before = byCode.get(code);
    return {
      code,
      label: label ?? before?.label ?? code,
      missing: missing === undefined ? (before?.missing ?? null) : missing,
    };
  };
  const given = edits.map(put);
  const named = new Map(given.map((code) => [code.code, code]));
  if (onlyThese || codes.every(({ code }) => named.has(code))) return given;
  const added = given.filter(({ code }) => !byCode.has(code));
  return [...codes.map((code) => named.get(code.code) ?? code), ...added];
}
