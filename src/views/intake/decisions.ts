import type { Acceptance, Intake, Layout } from '../../api/types.js';
import type { MissingReason } from '../../core/codebook/types.js';

export type Column = NonNullable<Intake['read']>['columns'][number];
export type Question = NonNullable<Intake['read']>['questions'][number];
export type SourceLevel = Column['level'];
type Decision = NonNullable<Acceptance['columns']>[number];
type Codebook = NonNullable<Acceptance['codebook']>;

/** What the analyst has decided so far; what is not in it stays as understood. */
export interface Decisions {
  name: string;
  columns: Record<string, Omit<Decision, 'name'>>;
  /** Questions taken on, by the name that was guessed, as they are to be called. */
  questions: Record<string, { label: string }>;
}

export function isDecisions(value: unknown): value is Decisions {
  if (typeof value !== 'object' || value === null) return false;
  const { name, columns, questions } = value as Partial<Decisions>;
  return typeof name === 'string' && typeof columns === 'object' && typeof questions === 'object';
}

export const noDecisions = (fileName: string): Decisions => ({
  name: fileName.replace(/(\.[a-z0-9]{1,8}){1,2}$/i, ''),
  columns: {},
  questions: {},
});

/** Changes what is decided of some columns. */
export function decideFor(
  draft: Decisions,
  names: readonly string[],
  change: (known: Omit<Decision, 'name'>, name: string) => Omit<Decision, 'name'>,
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

/** What is known of one column: decided by the analyst, else said by the codebook, else understood. */
export function standing(column: Column, draft: Decisions, codebook: Codebook | undefined) {
  const decision = draft.columns[column.name] ?? {};
  const entry = codebook?.variables.find(({ name }) => name === column.name);
  const listed = entry?.codes ?? (entry?.codeList === undefined ? undefined : codebook?.codeLists?.[entry.codeList]);
  const said = entry?.level !== undefined && levelsOf(column).includes(entry.level) ? entry.level : undefined;
  return {
    label: decision.label ?? entry?.label ?? '',
    level: decision.level ?? said ?? column.level,
    changed: decision.level !== undefined && decision.level !== column.level,
    leftOut: decision.leaveOut === true,
    fromCodebook: entry !== undefined,
    labelOf: (code: string) => listed?.find((one) => one.code === code)?.label,
    missingOf: (code: string): MissingReason | null => {
      const decided = decision.missing?.find((one) => one.code === code);
      return decided ? decided.missing : (listed?.find((one) => one.code === code)?.missing ?? null);
    },
  };
}

/** Says of some codes of a column whether they are answers. */
export function markCodes(known: Omit<Decision, 'name'>, codes: readonly string[], missing: MissingReason | null) {
  const others = (known.missing ?? []).filter(({ code }) => !codes.includes(code));
  return { ...known, missing: [...others, ...codes.map((code) => ({ code, missing }))] };
}

/** Codes of a column that were guessed to be no answer. */
export function guessedCodes(column: Column): string[] {
  return column.guesses.flatMap(({ is, codes }) => (is === 'no-answer' ? codes.map(({ code }) => code) : []));
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

/** What is sent to make the study. What was decided of columns that are there no more, read in another way, stays behind. */
export function acceptanceOf(
  draft: Decisions,
  name: string,
  known: readonly Column[],
  questions: readonly Question[],
): Acceptance {
  const names = new Set(known.map((column) => column.name));
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
  const { numbers: _, ...rest } = layout;
  return wanted.size === 0 ? rest : { ...rest, numbers: Object.fromEntries(wanted) };
}
