import { canonicalCode } from '../../codebook/number.js';
import type { Code } from '../../codebook/types.js';
import type { WrittenStudy, WrittenVariable } from '../written.js';

/** Codes of a column of the data, with how many respondents have each. */
export interface FoundCodes {
  /** The heading of the column. */
  heading: string;
  codes: readonly { code: string; respondents: number }[];
}

/** A code that the data have and the text does not name. */
export interface NewCode {
  variable: string;
  code: string;
  respondents: number;
}

const isCoded = ({ level, recipe }: WrittenVariable) =>
  !recipe && (level === undefined || level === 'unordered' || level === 'ordered');

/** Codes behind those that a list has. */
const withCodes = (codes: readonly Code[], more: readonly string[]): Code[] => [
  ...codes,
  ...more.map((code) => ({ code, label: code, missing: null })),
];

/**
 * What data have that a text does not name: their codes go behind those of the text, so that no respondent is lost, and
 * are told.
 */
export function withNewCodes(
  study: WrittenStudy,
  found: readonly FoundCodes[],
): { study: WrittenStudy; newCodes: NewCode[] } {
  const byHeading = new Map(found.map(({ heading, codes }) => [heading, codes]));
  const lists = new Map(study.lists.map((list) => [list.name, list]));
  const newCodes: NewCode[] = [];
  const variables = study.variables.map((variable) => {
    if (!isCoded(variable)) return variable;
    const { name, heading = name, list, codes } = variable;
    const shared = list === undefined ? undefined : lists.get(list);
    const known = new Set((shared?.codes ?? codes).map(({ code }) => canonicalCode(code)));
    const more = (byHeading.get(heading) ?? []).filter(({ code }) => !known.has(canonicalCode(code)));
    newCodes.push(...more.map(({ code, respondents }) => ({ variable: name, code, respondents })));
    const texts = more.map(({ code }) => code);
    if (shared) lists.set(shared.name, { ...shared, codes: withCodes(shared.codes, texts) });
    return shared ? variable : { ...variable, codes: withCodes(codes, texts) };
  });
  return { study: { ...study, lists: [...lists.values()], variables }, newCodes };
}
