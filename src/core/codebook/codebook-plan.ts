import { cellText, type CodebookField, type Entry } from './cell-text.js';
import type { CodebookFile, FileVariable } from './codebook-file.js';
import { fileCodes } from './file-codes.js';
import { isCategories } from './levels.js';
import { canonicalCodes } from './number.js';
import type { Code, Level } from './types.js';

/** A variable of a study, as this needs it. */
export interface Described extends Entry {
  id: number;
  /** Levels that it can have. */
  levels: readonly Level[];
  /** A working makes it: its level and codes are decided there. */
  derived: boolean;
}

/** What of an entry a codebook changes. */
interface PlannedEdit {
  variable: number;
  label?: string;
  question?: string;
  level?: Exclude<Level, 'multiple'>;
  codes?: Code[];
  onlyThese?: true;
  codesFor?: 'this';
  group?: string;
  note?: string;
}

/** One field of a variable before and after, in words. */
interface PlannedLine {
  variable: number;
  field: CodebookField;
  before: string;
  after: string;
}

/** What would become of a study's codebook. */
export interface CodebookPlan {
  edits: PlannedEdit[];
  lines: PlannedLine[];
  /** Variables of the codebook that the study does not have. */
  unknown: string[];
  /** Why something of the codebook is not taken over. */
  leftAlone: string[];
}

/** The labels and reasons of a codebook over the codes that are there; what it does not name stays, behind. */
function overlaid(now: readonly Code[], given: readonly Code[], keepsOrder: boolean): Code[] {
  const byCode = new Map(now.map((code) => [code.code, code]));
  const wanted = new Map(given.map((code) => [code.code, code]));
  const merged = (code: string): Code => {
    const [before, after] = [byCode.get(code), wanted.get(code)];
    return after ? { ...after, missing: after.missing ?? before?.missing ?? null } : before!;
  };
  const order = keepsOrder ? [...byCode.keys(), ...wanted.keys()] : [...wanted.keys(), ...byCode.keys()];
  return [...new Set(order)].map(merged);
}

const sameCodes = (a: readonly Code[], b: readonly Code[]) => JSON.stringify(a) === JSON.stringify(b);

function codesOf(variable: FileVariable, file: CodebookFile): Code[] {
  const codes = fileCodes(variable, file);
  return canonicalCodes(codes.map(({ code, label, missing }) => ({ code, label, missing: missing ?? null })));
}

/** The fields of a variable that the file gives and that differ from the study. */
function editOf(entry: Described, variable: FileVariable, file: CodebookFile, leftAlone: string[]): PlannedEdit {
  const edit: PlannedEdit = { variable: entry.id };
  const marks = file.marks?.[variable.name];
  const texts = { label: variable.label, question: variable.question, group: marks?.group, note: marks?.note };
  for (const field of ['label', 'question', 'group', 'note'] as const) {
    const text = texts[field]?.trim() ?? '';
    if (text !== '' && text !== entry[field]) edit[field] = text;
  }
  const { level } = variable;
  const codes = codesOf(variable, file);
  if (entry.derived) {
    if ((level !== undefined && level !== entry.level) || codes.length > 0)
      leftAlone.push(`${entry.name} is made by a working, where its level and codes are decided.`);
    return edit;
  }
  if (level !== undefined && level !== entry.level) {
    if (entry.levels.includes(level)) edit.level = level;
    else leftAlone.push(`${entry.name} cannot be ${level}: its data do not allow it.`);
  }
  const isCoded = isCategories(edit.level ?? entry.level) || (edit.level ?? entry.level) === 'number';
  if (codes.length > 0 && isCoded) {
    // The order of a scale that is there is not changed in silence.
    const next = overlaid(entry.codes, codes, entry.level === 'ordered');
    if (!sameCodes(next, entry.codes)) Object.assign(edit, { codes: next, onlyThese: true, codesFor: 'this' });
  }
  return edit;
}

const FIELDS: readonly CodebookField[] = ['label', 'question', 'level', 'codes', 'missing', 'group', 'note'];

function linesOf(entry: Described, edit: PlannedEdit): PlannedLine[] {
  const next = { ...entry, ...edit };
  return FIELDS.flatMap((field) => {
    const [before, after] = [cellText(entry, field), cellText(next, field)];
    return before === after ? [] : [{ variable: entry.id, field, before, after }];
  });
}

/**
 * What a codebook file changes in a study whose variables are there: labels, questions, levels, codes and which of them
 * are no answers, groups, notes. What the file leaves empty stays as it is; codes that it does not name stay.
 */
export function planCodebook(entries: readonly Described[], file: CodebookFile): CodebookPlan {
  const byName = new Map(entries.map((entry) => [entry.name, entry]));
  const plan: CodebookPlan = { edits: [], lines: [], unknown: [], leftAlone: [] };
  for (const variable of file.variables) {
    const entry = byName.get(variable.name);
    if (!entry) {
      plan.unknown.push(variable.name);
      continue;
    }
    const edit = editOf(entry, variable, file, plan.leftAlone);
    if (Object.keys(edit).length === 1) continue;
    plan.edits.push(edit);
    plan.lines.push(...linesOf(entry, edit));
  }
  return plan;
}
