import {
  type Code,
  type Level,
  LEVEL_WORDS,
  LEVELS,
  MISSING_WORDS,
  type MissingReason,
  REASON_CALLED,
} from './types.js';

/** What of a variable's entry can be written as a line of text, typed, pasted and filled down. */
export const CODEBOOK_FIELDS = ['name', 'label', 'question', 'level', 'codes', 'missing', 'group', 'note'] as const;
export type CodebookField = (typeof CODEBOOK_FIELDS)[number];

/** A variable's entry as far as text can change it. */
export interface Entry {
  name: string;
  label: string;
  question: string;
  level: Level;
  codes: readonly Code[];
  group: string;
  note: string;
}

/** What a text changes in an entry; a list of that name can stand for codes. */
interface EntryEdit {
  name?: string;
  label?: string;
  question?: string;
  level?: Exclude<Level, 'multiple'>;
  codes?: Code[];
  codeList?: number;
  group?: string;
  note?: string;
}

export type Understood = { edit: EntryEdit } | { problem: string };

/** Puts a stroke before what would else divide, or begin a stroke. */
const escaped = (text: string) => text.replace(/[\\;=\n]/g, (sign) => (sign === '\n' ? ' ' : `\\${sign}`));

/** Cuts at a sign that has no stroke before it. */
function cutAt(text: string, divides: (sign: string) => boolean, most = Infinity): string[] {
  const parts: string[] = [];
  let part = '';
  for (let k = 0; k < text.length; k++) {
    const sign = text[k]!;
    if (sign === '\\' && k + 1 < text.length) part += sign + text[++k]!;
    else if (divides(sign) && parts.length + 1 < most) {
      parts.push(part);
      part = '';
    } else part += sign;
  }
  return [...parts, part];
}

const plain = (text: string) => text.replace(/\\(.)/gs, '$1').trim();

/** Codes as one line: "1 = Yes; 2 = No". */
export function sayCodes(codes: readonly Code[]): string {
  return codes
    .map(({ code, label }) => (label === code ? escaped(code) : `${escaped(code)} = ${escaped(label)}`))
    .join('; ');
}

/** Codes that are no answers as one line: "8 don't know; 9 refused". */
export function sayMissing(codes: readonly Code[]): string {
  return codes
    .flatMap(({ code, missing }) => (missing === null ? [] : [`${escaped(code)} ${MISSING_WORDS[missing]}`]))
    .join('; ');
}

/** One field of an entry as text. */
export function cellText(entry: Entry, field: CodebookField): string {
  if (field === 'level') return LEVEL_WORDS[entry.level];
  if (field === 'codes') return sayCodes(entry.codes);
  if (field === 'missing') return sayMissing(entry.codes);
  return entry[field];
}

/** The level that a text means: its words, its name, or a beginning that no other has. */
export function levelFrom(text: string): Exclude<Level, 'multiple'> | null {
  const wanted = text.trim().toLowerCase();
  if (wanted === '') return null;
  const named = LEVELS.filter((level) => level === wanted || LEVEL_WORDS[level] === wanted);
  const levels = named.length > 0 ? named : LEVELS.filter((level) => LEVEL_WORDS[level].startsWith(wanted));
  const [only] = levels;
  return levels.length === 1 && only !== undefined && only !== 'multiple' ? only : null;
}

/** Codes out of "1 = Yes; 2 = No". What is known of a code, that it is no answer, stays. */
function codesFrom(text: string, listed: readonly Code[]): Code[] | string {
  const reasons = new Map(listed.map(({ code, missing }) => [code, missing]));
  const codes: Code[] = [];
  for (const part of cutAt(text, (sign) => sign === ';' || sign === '\n')) {
    if (part.trim() === '') continue;
    const [code = '', label] = cutAt(part, (sign) => sign === '=', 2).map(plain);
    if (code === '') return `“${part.trim()}” has no code before the “=”.`;
    if (codes.some((candidate) => candidate.code === code)) return `The code ${code} stands twice.`;
    codes.push({ code, label: label === undefined || label === '' ? code : label, missing: reasons.get(code) ?? null });
  }
  return codes;
}

/** Marks the codes that "8 don't know; 9 refused" names as no answers, and all others as answers. */
function missingFrom(text: string, given: readonly Code[]): Code[] {
  const wanted = new Map<string, MissingReason>();
  for (const part of cutAt(text.replaceAll('’', "'"), (sign) => ';,\n'.includes(sign))) {
    const words = plain(part);
    if (words === '') continue;
    const reason = [...REASON_CALLED.keys()].find((called) => words.toLowerCase().endsWith(` ${called}`));
    const code = reason === undefined ? words : words.slice(0, -reason.length).trim();
    wanted.set(code, reason === undefined ? 'other' : REASON_CALLED.get(reason)!);
  }
  const listed = new Set(given.map(({ code }) => code));
  return [
    ...given.map((code) => ({ ...code, missing: wanted.get(code.code) ?? null })),
    ...[...wanted]
      .filter(([code]) => !listed.has(code))
      .map(([code, missing]): Code => ({ code, label: code, missing })),
  ];
}

/**
 * What a text in one field of an entry means.
 * @param lists the study's code lists by name, which can stand for codes
 * @returns the edit, or what is wrong with the text
 */
export function understandCell(
  entry: Entry,
  field: CodebookField,
  text: string,
  lists: ReadonlyMap<string, number>,
): Understood {
  if (field === 'level') {
    const level = levelFrom(text);
    if (level) return { edit: { level } };
    return { problem: `“${text.trim()}” is no level: write categories, ordered categories, number or text.` };
  }
  if (field === 'codes') {
    const list = lists.get(text.trim());
    if (list !== undefined) return { edit: { codeList: list } };
    const codes = codesFrom(text, entry.codes);
    return typeof codes === 'string' ? { problem: codes } : { edit: { codes } };
  }
  if (field === 'missing') return { edit: { codes: missingFrom(text, entry.codes) } };
  if (field === 'name' && text.trim() === '') return { problem: 'A variable needs a name.' };
  return { edit: { [field]: text.trim() } };
}
