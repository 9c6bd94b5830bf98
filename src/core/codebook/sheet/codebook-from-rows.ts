import { whole } from '../../figures.js';
import { levelFrom } from '../cell-text.js';
import type { CodebookFile, FileCode, FileVariable } from '../codebook-file.js';
import { canonicalCode } from '../number.js';
import { reasonInWords } from '../reason-in-words.js';
import { type MissingReason, REASON_CALLED } from '../types.js';
import { codesInText } from './codes-in-text.js';
import { plainHeading, type Role, rolesOf } from './headings.js';

/** A codebook that was read from a table, one line a variable or one line a code. */
export interface RowsRead {
  shape: 'a line a variable' | 'a line a code';
  codebook: CodebookFile;
  /** What was not understood, with its line. */
  remarks: string[];
}

/** A row of a table: its line, from 1, and its cells. */
export interface SheetRow {
  line: number;
  cells: readonly string[];
}

/** The heading is looked for in so many first rows: a title may stand above it. */
const HEADING_WITHIN = 20;
/** Remarks that are said one by one. */
const MOST_REMARKS = 20;

type Cell = (role: Role) => string;
type VariablesByName = Map<string, FileVariable & { codes?: FileCode[] }>;

/** Where no heading names the variables, a column of questions does whose cells are short and hold no spaces: "q1". */
function withNames(roles: readonly (Role | null)[], rows: readonly SheetRow[]): (Role | null)[] {
  const at = roles.indexOf('question');
  if (roles.includes('name') || at < 0) return [...roles];
  const cells = rows.map(({ cells: lineCells }) => (lineCells[at] ?? '').trim()).filter((cell) => cell !== '');
  const areNames = cells.length > 0 && cells.every((cell) => /^\S{1,64}$/.test(cell));
  return roles.map((role, k) => (areNames && k === at ? 'name' : role));
}

/** A row in which at least two headings are known, one of them that of the variables' names. */
function findHeading(rows: readonly SheetRow[]): { at: number; roles: (Role | null)[] } | null {
  for (let at = 0; at < Math.min(rows.length, HEADING_WITHIN); at++) {
    const roles = withNames(rolesOf(rows[at]!.cells), rows.slice(at + 1));
    if (roles.includes('name') && roles.filter((role) => role !== null).length >= 2) return { at, roles };
  }
  return null;
}

/**
 * Says which columns hold what, once the cells are seen: a column of single values is the code of a line, one of lists
 * the codes of a variable; where a line holds a code and only one label, the label is the code's.
 */
function settled(roles: readonly (Role | null)[], rows: readonly SheetRow[]): (Role | null)[] {
  const at = (role: Role) => roles.indexOf(role);
  const filled = (k: number) => rows.map(({ cells }) => (cells[k] ?? '').trim()).filter((cell) => cell !== '');
  const isLists = (k: number) => {
    const cells = filled(k);
    return cells.filter((cell) => codesInText(cell) !== null).length > cells.length / 2;
  };
  const isSingle = (k: number) => {
    const cells = filled(k);
    return cells.length > 0 && cells.every((cell) => cell.length <= 20 && codesInText(cell) === null);
  };
  let next = [...roles];
  const put = (role: Role, as: Role | null) => (next = next.map((current) => (current === role ? as : current)));
  if (at('codes') < 0) {
    // "Value", "Category" or "Response" that hold whole lists.
    const lists = (['code', 'codeLabel'] as const).find((role) => at(role) >= 0 && isLists(at(role)));
    if (lists) put(lists, 'codes');
  } else if (at('code') < 0 && at('codes') >= 0 && !isLists(at('codes')) && isSingle(at('codes'))) {
    const names = new Set(filled(at('name')));
    const isLineACode = names.size < rows.length / 1.5 && (at('codeLabel') >= 0 || at('label') >= 0);
    if (isLineACode) put('codes', 'code');
  }
  const isLineAVariable = next.includes('codes') || !next.includes('code');
  // "Text" beside the codes of a variable is that of its question.
  if (isLineAVariable && !next.includes('label') && !next.includes('question')) put('codeLabel', 'question');
  return next;
}

const plainName = (text: string) => text.replace(/[\p{Cc}\s]+/gu, ' ').trim();

const NUMBER_AS =
  /^(continuous|quantity|quantitative|ratio|interval|scale|metric|amount|float|double|decimal|real)( \d.*)?$/;
const TEXT_AS = /^(text|open|open text|free text|open ended|open end|verbatim)$/;
/** How a column is stored says nothing of its level: codes are numbers, and categories are words. */
const STORED_AS =
  /^(num(eric|ber)?|int(eger)?|long|byte|str(ing)?|char(acter)?|varchar|alphanumeric|[af]\d+)( ?[\d.].*)?$/;
const CATEGORIES_AS = new RegExp(
  '^(nominal|categor(y|ies|ical)|unordered|single|single (choice|response|answer|select)|radio|dropdown|' +
    'binary|dichotomous|boolean|factor)$',
);
const ORDERED_AS = /^(ordinal|ordered|likert|rating|rank(ed)?|ordered (factor|categories))$/;

/** A level from the words of a codebook; undefined where they say none. */
function levelIn(text: string, hasCodes: boolean): FileVariable['level'] | undefined {
  const words = plainHeading(text);
  if (words === '' || STORED_AS.test(words)) return undefined;
  if (ORDERED_AS.test(words)) return 'ordered';
  if (CATEGORIES_AS.test(words)) return 'unordered';
  if (NUMBER_AS.test(words)) return hasCodes ? undefined : 'number';
  if (TEXT_AS.test(words)) return hasCodes ? undefined : 'text';
  return levelFrom(words) ?? undefined;
}

const YES = /^(1|x|y|yes|true|missing|✓|ja|oui|si)$/i;

function reasonFor(words: string, label: string): MissingReason {
  return REASON_CALLED.get(words.toLowerCase()) ?? reasonInWords(words) ?? reasonInWords(label) ?? 'other';
}

/** Marks the codes that a cell names as missing: "8, 9", "9=Refused; 8=Don't know"; those not listed are added. */
function withMissing(codes: readonly FileCode[], text: string): FileCode[] {
  const named = codesInText(text) ?? text.split(/[,;|\n]+/).map((part) => ({ code: part.trim(), label: '' }));
  const wanted = new Map(named.filter(({ code }) => code !== '').map((code) => [canonicalCode(code.code), code.label]));
  const listed = new Set(codes.map(({ code }) => code));
  return [
    ...codes.map((code): FileCode => {
      const words = wanted.get(code.code);
      return words === undefined ? code : { ...code, missing: reasonFor(words, code.label) };
    }),
    ...[...wanted]
      .filter(([code]) => !listed.has(code))
      .map(([code, label]): FileCode => ({
        code,
        label: label === '' ? code : label,
        missing: reasonFor(label, label),
      })),
  ];
}

/** Codes with each code once; of two that are the same the first stands. */
function once(codes: readonly FileCode[], twice: (code: string) => void): FileCode[] {
  const byCode = new Map<string, FileCode>();
  for (const code of codes) {
    const before = byCode.get(code.code);
    if (!before) byCode.set(code.code, code);
    else if (before.label !== code.label) twice(code.code);
  }
  return [...byCode.values()];
}

/** What all lines say of a variable beyond its codes; the first that says something counts. */
function describe(variable: FileVariable, cell: Cell, labelIsCodes: boolean): void {
  if (!labelIsCodes && cell('label') !== '') variable.label ??= cell('label');
  if (cell('question') !== '') variable.question ??= cell('question');
}

/**
 * Reads a codebook from the rows of a table: one line a variable ("1=Male, 2=Female" in a cell), or one line a code
 * with the variable's name on each or only on its first. Headings may be in any usual words, with a title above.
 * @returns null where no heading is known
 */
export function codebookFromRows(rows: readonly SheetRow[]): RowsRead | null {
  const heading = findHeading(rows);
  if (!heading) return null;
  const below = rows.slice(heading.at + 1).filter(({ cells }) => cells.some((cell) => cell.trim() !== ''));
  const roles = settled(heading.roles, below);
  const isLineACode = roles.includes('code') && !roles.includes('codes');
  const labelIsCodes = isLineACode && !roles.includes('codeLabel');
  const remarks: string[] = [];
  const remark = (line: number, text: string) => remarks.push(`Line ${whole(line)}: ${text}`);
  const reading: VariablesByName = new Map();
  const marks: NonNullable<CodebookFile['marks']> = {};
  let name = '';
  for (const { line, cells } of below) {
    const cell: Cell = (role) => (cells[roles.indexOf(role)] ?? '').trim();
    const named = plainName(cells[roles.indexOf('name')] ?? '');
    if (named === '' && (!isLineACode || name === '')) {
      remark(line, 'no variable is named.');
      continue;
    }
    const isNew = named !== '' && !reading.has(named);
    if (named !== '' && !isNew && !isLineACode) {
      remark(line, `${named} is described before; the first description counts.`);
      continue;
    }
    if (named !== '') name = named;
    const variable = reading.get(name) ?? { name };
    reading.set(name, variable);
    const isCodeLine = isLineACode && cell('code') !== '';
    describe(variable, cell, labelIsCodes && isCodeLine);
    if (cell('group') !== '' || cell('note') !== '')
      marks[name] = {
        ...(cell('group') === '' ? {} : { group: cell('group') }),
        ...(cell('note') === '' ? {} : { note: cell('note') }),
        ...marks[name],
      };
    if (isLineACode) takeCode(variable, cell, labelIsCodes);
    else takeCodes(variable, cell, (text) => remark(line, text));
    const level = levelIn(cell('level'), hasAnswers(variable));
    if (level !== undefined) variable.level ??= level;
  }
  for (const variable of reading.values()) {
    // A level that only says how a column with codes is stored came before its codes.
    const isStored = variable.level === 'number' || variable.level === 'text';
    if (isLineACode && isStored && hasAnswers(variable)) delete variable.level;
    if (!variable.codes) continue;
    variable.codes = once(variable.codes, (code) =>
      remarks.push(`${variable.name}: the code ${code} has two labels; the first counts.`),
    );
  }
  return {
    shape: isLineACode ? 'a line a code' : 'a line a variable',
    codebook: { variables: [...reading.values()], ...(Object.keys(marks).length > 0 ? { marks } : {}) },
    remarks: shortened(remarks),
  };
}

const hasAnswers = ({ codes = [] }: FileVariable) => codes.some(({ missing }) => missing === undefined);

function shortened(remarks: readonly string[]): string[] {
  if (remarks.length <= MOST_REMARKS) return [...remarks];
  return [...remarks.slice(0, MOST_REMARKS), `… and ${whole(remarks.length - MOST_REMARKS)} more of the kind.`];
}

function takeCode(variable: FileVariable, cell: Cell, labelIsCodes: boolean): void {
  if (cell('code') === '') return;
  const code = canonicalCode(cell('code'));
  const label = cell(labelIsCodes ? 'label' : 'codeLabel');
  const words = cell('missing');
  const isMissing =
    words !== '' && (YES.test(words) || REASON_CALLED.has(words.toLowerCase()) || reasonInWords(words) !== null);
  variable.codes = [
    ...(variable.codes ?? []),
    { code, label: label === '' ? code : label, ...(isMissing ? { missing: reasonFor(words, label) } : {}) },
  ];
}

/** Codes that stand in brackets behind a label: "Sex (1 = Male, 2 = Female)"; the label is what stands before them. */
function codesOfLabel(variable: FileVariable): { code: string; label: string }[] {
  const label = variable.label ?? '';
  const opens = Math.max(label.lastIndexOf('('), label.lastIndexOf('['));
  if (opens < 0 || !/[)\]]$/.test(label) || !label.includes('=', opens)) return [];
  const codes = codesInText(label.slice(opens + 1, -1));
  if (!codes || codes.length < 2) return [];
  variable.label = label.slice(0, opens).trim();
  return codes;
}

function takeCodes(variable: FileVariable, cell: Cell, remark: (text: string) => void): void {
  const text = cell('codes');
  const codes = text === '' ? [] : codesInText(text);
  if (codes === null && !/^[\d\s.,–—-]+$|\bto\b|numeric|text|range/i.test(text))
    remark(`the codes of ${variable.name} were not understood: “${text.slice(0, 60)}”.`);
  const inLabel = codes === null || codes.length === 0 ? codesOfLabel(variable) : [];
  const listed = [...(codes ?? []), ...inLabel].map(({ code, label }): FileCode => ({
    code: canonicalCode(code),
    label,
  }));
  const all = cell('missing') === '' ? listed : withMissing(listed, cell('missing'));
  if (all.length > 0) variable.codes = all;
}
