import { plural } from '../words.js';
import { andMore } from '../and-more.js';
import { whole } from '../figures.js';
import { isCategories } from './levels.js';
import { sortedCodes, parseNumber } from './number.js';
import { type Numeric, numberText } from './numeric.js';
import type { DecimalSign } from './read-number.js';
import { reasonInWords } from './reason-in-words.js';
import { type Code, isAnswer, type Level, MISSING_WORDS, type MissingReason } from './types.js';

/** What can be wrong with a study's codebook, in the order of how much harm it does. */
export const ISSUE_KINDS = [
  'unsound',
  'twins',
  'undeclared',
  'words',
  'written',
  'unlabelled',
  'blank',
  'unused',
] as const;
type IssueKind = (typeof ISSUE_KINDS)[number];

/** A variable as this needs it. */
export interface CheckedVariable {
  id: number;
  level: Level;
  codes: readonly Code[];
  codeListId: number | null;
  /** Respondents by code; of a number column by those of its values that are no numbers. */
  dataCodes: readonly { code: string; respondents: number }[];
  /** Respondents with a value, an answer or not. */
  filled: number;
  derived: boolean;
  /** False where a working's proof fails. */
  holds: boolean;
  /** Codes that stand far from all others and look like "no answer". */
  outliers: readonly { code: string; respondents: number }[];
  /** Of text and categories: those of them that look like numbers. */
  numeric: Numeric | null;
  /** Values that should be one respondent's alone, and are not. */
  twins: { values: string[]; respondents: number } | null;
}

/** One thing that is wrong, with what it is wrong with. */
export interface CodebookIssue {
  is: IssueKind;
  variable: number;
  codes: string[];
  respondents: number;
  text: string;
  /** Of codes that are probably no answer: each with its reason. */
  declare: { code: string; missing: MissingReason }[];
  /** Of text that looks like numbers: what stands before their fractions. */
  decimal: DecimalSign | null;
}

type OwnIssue = Omit<CodebookIssue, 'variable' | 'declare' | 'decimal'> &
  Partial<Pick<CodebookIssue, 'declare' | 'decimal'>>;

const NAMED = 4;

function list(codes: readonly string[]): string {
  const shortened = codes.map((code) => (code.length > 30 ? `${code.slice(0, 29)}…` : code));
  return andMore(shortened, NAMED);
}

const people = (n: number) => plural(n, 'respondent');
const sum = (codes: readonly { respondents: number }[]) => codes.reduce((total, code) => total + code.respondents, 0);

/** Codes in the data without a label, where others of the variable have one or the codes say nothing by themselves. */
function unlabelled({ level, codes, dataCodes, derived }: CheckedVariable): OwnIssue | null {
  if (!isCategories(level) || derived) return null;
  const labels = new Map(codes.map(({ code, label }) => [code, label]));
  const bare = dataCodes.filter(({ code }) => {
    const label = labels.get(code) ?? code;
    // A word is its own label; a number says nothing.
    return label.trim() === '' || (label === code && parseNumber(code) !== null);
  });
  if (bare.length === 0) return null;
  const names = sortedCodes(bare.map(({ code }) => code));
  const all = bare.length === dataCodes.length;
  const text = all
    ? `No code has a label: ${list(names)}.`
    : `Without a label: ${list(names)}, which ${people(sum(bare))} gave.`;
  return { is: 'unlabelled', codes: names, respondents: sum(bare), text };
}

/** Codes whose label says that there is no answer, and codes far from all others that nobody has looked at. */
function undeclared({ level, codes, dataCodes, outliers, derived }: CheckedVariable): OwnIssue | null {
  if (derived || level === 'text' || level === 'multiple') return null;
  const listed = new Map(codes.map((code) => [code.code, code]));
  const given = new Map([...dataCodes, ...outliers].map(({ code, respondents }) => [code, respondents]));
  const declared = [...new Set([...listed.keys(), ...given.keys()])].flatMap((code) => {
    const missing = reasonInWords(listed.get(code)?.label ?? code);
    return missing === null || (listed.get(code)?.missing ?? null) !== null ? [] : [{ code, missing }];
  });
  const left = outliers.filter(({ code }) => {
    const entry = listed.get(code);
    // A code that is labelled as an answer was looked at.
    return (
      !declared.some((candidate) => candidate.code === code) &&
      (!entry || (isAnswer(entry) && entry.label === entry.code))
    );
  });
  const declare = [...declared, ...left.map(({ code }) => ({ code, missing: 'other' as const }))];
  if (declare.length === 0) return null;
  const reason = ({ code, missing }: (typeof declared)[number]) => {
    const label = listed.get(code)?.label ?? code;
    return `${label === code ? code : `${code} ${label}`} (${MISSING_WORDS[missing]})`;
  };
  const respondents = declare.reduce((total, { code }) => total + (given.get(code) ?? 0), 0);
  const texts = [
    ...(declared.length > 0
      ? [`${declared.length === 1 ? 'Says' : 'Say'} that there is no answer: ${list(declared.map(reason))}.`]
      : []),
    ...(left.length > 0
      ? [
          `${list(left.map(({ code }) => code))} stand${left.length === 1 ? 's' : ''} far from all other ` +
            'values: probably no answer.',
        ]
      : []),
  ];
  return {
    is: 'undeclared',
    codes: declare.map(({ code }) => code),
    respondents,
    text: `${texts.join(' ')} ${people(respondents)}.`,
    declare,
  };
}

/** Text that is nearly all numbers, however they are written. */
function written({ numeric, filled, derived }: CheckedVariable): OwnIssue | null {
  if (!numeric || derived) return null;
  const { respondents, example, as, decimal } = numeric;
  const text =
    `Looks like numbers: “${example}” would be ${numberText(as)}; ${whole(respondents)} of ${whole(filled)} ` +
    'have one.';
  return { is: 'written', codes: [], respondents, text, decimal };
}

/** Words among numbers of which nobody has said what they mean. */
function words({ level, codes, dataCodes, derived }: CheckedVariable): OwnIssue | null {
  if (level !== 'number' || derived) return null;
  const labelled = new Set(codes.map(({ code }) => code));
  const left = dataCodes.filter(({ code }) => parseNumber(code) === null && !labelled.has(code));
  if (left.length === 0) return null;
  const names = left.map(({ code }) => code);
  const text = `Among the numbers stand ${list(names)}; ${people(sum(left))} left out, and nobody has said why.`;
  return { is: 'words', codes: names, respondents: sum(left), text };
}

function own(variable: CheckedVariable): (OwnIssue | null)[] {
  const { holds, twins, filled } = variable;
  return [
    holds
      ? null
      : {
          is: 'unsound',
          codes: [],
          respondents: 0,
          text: 'The proof of its working fails, or that of one it stands on.',
        },
    twins && {
      is: 'twins',
      codes: twins.values,
      respondents: twins.respondents,
      text: `${people(twins.respondents)} share an identifier with another: ${list(twins.values)}.`,
    },
    undeclared(variable),
    words(variable),
    written(variable),
    unlabelled(variable),
    filled === 0 ? { is: 'blank', codes: [], respondents: 0, text: 'Nobody has a value.' } : null,
  ];
}

/** Labels of answers that no respondent of any variable with this list has given. */
function unusedLabels(checked: readonly CheckedVariable[]): CodebookIssue[] {
  const users = new Map<number, CheckedVariable[]>();
  for (const variable of checked) {
    const { codeListId, level, derived, filled } = variable;
    if (codeListId === null || derived || !isCategories(level) || filled === 0) continue;
    const sharing = users.get(codeListId);
    if (sharing) sharing.push(variable);
    else users.set(codeListId, [variable]);
  }
  return [...users.values()].flatMap((same): CodebookIssue[] => {
    const used = new Set(same.flatMap(({ dataCodes }) => dataCodes.map(({ code }) => code)));
    const never = (same[0]?.codes ?? []).filter((code) => isAnswer(code) && !used.has(code.code));
    if (never.length === 0) return [];
    const whose = same.length === 1 ? '' : ` in any of the ${same.length} variables with this list`;
    const text = `Never given${whose}: ${list(never.map(({ label }) => label))}.`;
    return [
      {
        is: 'unused',
        variable: same[0]!.id,
        codes: never.map(({ code }) => code),
        respondents: 0,
        text,
        declare: [],
        decimal: null,
      },
    ];
  });
}

/** What is wrong with one variable. */
export const variableIssues = (variable: CheckedVariable): CodebookIssue[] =>
  own(variable).flatMap((issue): CodebookIssue[] =>
    issue ? [{ declare: [], decimal: null, ...issue, variable: variable.id }] : [],
  );

/**
 * All that is wrong with a study's codebook, what does most harm first, and then in the order of the variables.
 * @param issues what is wrong with each variable, where that was found before
 */
export function codebookIssues(
  checked: readonly CheckedVariable[],
  issues: readonly CodebookIssue[] = checked.flatMap(variableIssues),
): CodebookIssue[] {
  return [...issues, ...unusedLabels(checked)].sort((a, b) => ISSUE_KINDS.indexOf(a.is) - ISSUE_KINDS.indexOf(b.is));
}
