import { z } from 'zod';
import { DecisionShape } from '../../core/intake/decision-shape.js';
import type { KeptShape } from '../../core/kept-shape.js';
import type { Acceptance, Intake, Layout } from '../../api/types.js';
import type { CodebookFile, FileCode } from '../../core/codebook/codebook-file.js';
import { fileCodes } from '../../core/codebook/file-codes.js';
import { reasonInWords } from '../../core/codebook/reason-in-words.js';
import type { MissingReason } from '../../core/codebook/types.js';

export type Column = NonNullable<Intake['read']>['columns'][number];
export type Question = NonNullable<Intake['read']>['questions'][number];
export type SourceLevel = Column['level'];
type Decision = NonNullable<Acceptance['columns']>[number];
type Codebook = CodebookFile;

/** What the analyst has decided so far; what is not in it stays as understood. */
export interface Decisions {
  name: string;
  columns: Record<string, Omit<Decision, 'name'>>;
  /** Questions taken on, by the name that was guessed, as they are to be called. */
  questions: Record<string, { label: string }>;
}

export const DECISIONS: KeptShape<Decisions> = {
  version: 1,
  shape: z.object({
    name: z.string(),
    columns: z.record(z.string(), DecisionShape.omit({ name: true })),
    questions: z.record(z.string(), z.object({ label: z.string() })),
  }),
};

export const noDecisions = (fileName: string): Decisions => ({
  name: fileName.replace(/(\.[a-z0-9]{1,8}){1,2}$/i, ''),
  columns: {},
  questions: {},
});

/** Changes what is decided of some columns. */
export function decideFor(
  draft: Decisions,
  names: readonly string[],
  change: (decision: Omit<Decision, 'name'>, name: string) => Omit<Decision, 'name'>,
): Decisions {
  const columns = { ...draft.columns };
  for (const name of names) columns[name] = change(columns[name] ?? {}, name);
  return { ...draft, columns };
}

/** Levels that a column can have, by how it is kept. */
export function levelsOf({ storage }: Column): readonly SourceLevel[] {
  if (storage === 'number') return ['number', 'text'];
  return storage === 'text' ? ['text'] : ['unordered', 'ordered', 'number', 'text'];
}

export const SOURCE_LEVELS: readonly SourceLevel[] = ['unordered', 'ordered', 'number', 'text'];

/** The codes that a codebook gives for a column. */
function listOf(name: string, codebook: Codebook | undefined): readonly FileCode[] {
  const entry = codebook?.variables.find((variable) => variable.name === name);
  return codebook && entry ? fileCodes(entry, codebook) : [];
}

/** What is known of one column: decided by the analyst, else said by the codebook, else understood. */
export function standing(column: Column, draft: Decisions, codebook: Codebook | undefined) {
  const decision = draft.columns[column.name] ?? {};
  const entry = codebook?.variables.find(({ name }) => name === column.name);
  const listed = listOf(column.name, codebook);
  const said = entry?.level !== undefined && levelsOf(column).includes(entry.level) ? entry.level : undefined;
  return {
    label: decision.label ?? entry?.label ?? '',
    level: decision.level ?? said ?? column.level,
    changed: decision.level !== undefined && decision.level !== column.level,
    leftOut: decision.leaveOut === true,
    fromCodebook: entry !== undefined,
    labelOf: (code: string) => listed.find((candidate) => candidate.code === code)?.label,
    missingOf: (code: string): MissingReason | null => {
      const decided = decision.missing?.find((candidate) => candidate.code === code);
      return decided ? decided.missing : (listed.find((candidate) => candidate.code === code)?.missing ?? null);
    },
  };
}

/** Says of some codes of a column whether they are answers. */
export function markCodes(
  decision: Omit<Decision, 'name'>,
  codes: readonly { code: string; missing: MissingReason | null }[],
): Omit<Decision, 'name'> {
  const marked = new Set(codes.map(({ code }) => code));
  const others = (decision.missing ?? []).filter(({ code }) => !marked.has(code));
  return { ...decision, missing: [...others, ...codes] };
}

/**
 * Codes of a column that are probably no answer, each with its reason: those that were guessed, and those whose label
 * in the codebook says so. Codes that the codebook declares missing are not among them.
 */
export function probablyMissing(
  column: Column,
  codebook: Codebook | undefined,
): { code: string; missing: MissingReason }[] {
  const listed = new Map(listOf(column.name, codebook).map((code) => [code.code, code]));
  const guessed = column.guesses.flatMap(({ is, codes }) => (is === 'no-answer' ? codes.map(({ code }) => code) : []));
  // A code that the codebook labels as an answer was looked at.
  const unlabelled = guessed.filter((code) => !listed.has(code) || listed.get(code)?.label === code);
  const labelled = [...listed.values()].filter(({ label }) => reasonInWords(label) !== null).map(({ code }) => code);
  return [...new Set([...unlabelled, ...labelled])].flatMap((code) =>
    listed.get(code)?.missing
      ? []
      : [{ code, missing: reasonInWords(listed.get(code)?.label ?? code) ?? ('other' as const) }],
  );
}

/** The same of those that only their label in the codebook makes so, in words; empty: the guesses say it all. */
export function sayProbable(
  column: Column,
  probable: readonly { code: string }[],
  codebook: Codebook | undefined,
): string {
  const guessed = new Set(column.guesses.flatMap(({ codes }) => codes.map(({ code }) => code)));
  const labels = new Map(listOf(column.name, codebook).map(({ code, label }) => [code, label]));
  const labelled = probable
    .filter(({ code }) => !guessed.has(code))
    .map(({ code }) => `${code} ${labels.get(code) ?? ''}`.trim());
  return labelled.length === 0 ? '' : `Labelled as no answer: ${labelled.join(', ')}.`;
}

/** Declares what is probably no answer in some columns, each code with its reason. */
export function declareProbable(
  draft: Decisions,
  columns: readonly (readonly [name: string, codes: { code: string; missing: MissingReason }[]])[],
): Decisions {
  return columns.reduce(
    (next, [name, codes]) => decideFor(next, [name], (decision) => markCodes(decision, codes)),
    draft,
  );
}

/** Kinds of guesses worth filtering by, in words. */
export const TO_LOOK_AT = {
  'no-answer': 'Maybe no answer',
  written: 'How numbers are written',
  exceptions: 'Words among numbers',
  identifier: 'Identifiers',
  constant: 'One value only',
  blank: 'Blank',
  dates: 'Dates',
  mixed: 'Mixed',
  long: 'Long texts',
  heading: 'Headings',
} as const satisfies Record<Column['guesses'][number]['is'], string>;

/** The study's name: typed, else the codebook's, else the file's. */
export function nameOf(draft: Decisions, fileName: string, codebook: Codebook | undefined): string {
  return draft.name === noDecisions(fileName).name ? (codebook?.name ?? draft.name) : draft.name;
}

/**
 * What is sent to make the study. What was decided of columns that are there no more, read in another way, stays
 * behind.
 */
export function acceptanceOf(
  draft: Decisions,
  name: string,
  read: readonly Column[],
  questions: readonly Question[],
): Acceptance {
  const names = new Set(read.map((column) => column.name));
  const columns = Object.entries(draft.columns).flatMap(([column, decision]) =>
    names.has(column) ? [{ name: column, ...decision }] : [],
  );
  const taken = questions.flatMap((question) => {
    const chosen = draft.questions[question.name];
    return chosen ? [{ ...question, label: chosen.label }] : [];
  });
  return {
    name,
    columns,
    questions: taken.map(({ name: question, label, columns: of, none }) => ({
      name: question,
      label,
      // Slots have no code for ticked.
      ...(typeof of[0]?.ticked === 'string' ? { ticked: of[0].ticked } : {}),
      columns: of.map(({ ticked, ...column }) => ({ ...column, ...(ticked === null ? {} : { ticked }) })),
      ...(none ? { none: none.name } : {}),
    })),
  };
}

/** Has the numbers of some columns read in another way; null: as those of the file. */
export function readNumbersAs(
  layout: Layout,
  columns: readonly { name: string; reading: '.' | ',' | 'plain' | null }[],
): Layout {
  const wanted = new Map(Object.entries(layout.numbers ?? {}));
  for (const { name, reading } of columns) {
    if (reading === null) wanted.delete(name);
    else wanted.set(name, reading);
  }
  return { ...layout, numbers: wanted.size === 0 ? undefined : Object.fromEntries(wanted) };
}

/** Gives columns a level, those that can have it. */
export function setLevelOf(draft: Decisions, columns: readonly Column[], level: SourceLevel): Decisions {
  const able = columns.filter((column) => levelsOf(column).includes(level)).map(({ name }) => name);
  return decideFor(draft, able, (decision) => ({ ...decision, level }));
}
