import type { LinkedTable } from '../core/intake/layout.js';
import { linkOf } from '../store/links.js';
import type { Binder } from '../core/binder/binder-shape.js';
import { byId } from '../core/by-id.js';
import { fromKept } from '../store/kept.js';
import { levelsFor } from '../core/codebook/levels.js';
import { compareCodes, parseNumber } from '../core/codebook/number.js';
import { type Histogram, HistogramShape, type NumberSummary } from '../core/codebook/summary-shape.js';
import { histogram, summarize } from '../core/codebook/summary.js';
import { type Code, isAnswer, type Level, missingIn, titleOf } from '../core/codebook/types.js';
import { keyOf } from '../core/recode/same.js';
import { sayRecipe } from '../core/recode/say.js';
import { sourcesOf } from '../core/recode/sources.js';
import { codesWithFound } from '../core/table/positions.js';
import { Fault } from '../core/fault.js';
import {
  allColumnCodes,
  allColumnRows,
  type ColumnCode,
  columnCodes,
  type ColumnRow,
  columnRow,
  isCountable,
} from '../store/columns.js';
import type { Db } from '../store/open.js';
import { type SavedTableRow, allTables } from '../store/tables.js';
import { studyRow, type StudyRow } from '../store/study.js';
import { usersOfList } from '../store/code-lists.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import {
  type ProvedWorking,
  provedWorkings,
  type UsedBy,
  usersOfVariable,
  type WorkingRow,
} from '../store/workings.js';
import { ledgerEnds } from '../store/ledger.js';
import { allSourceFiles, type SourceFileRow } from '../store/source-files.js';
import { bindersOf } from './binders.js';
import { COMMON, layersIn, type VariableLayer, type VariableLayers } from './layers/variable-layers.js';
import type { OpenStudy, Service } from './context.js';
import { letOthers } from './in-turns.js';
import type { Described } from './worker/describe-job.js';

/** The small picture of a variable: a bar for each answer, or a histogram. */
type Picture = { is: 'bars'; bars: number[] } | ({ is: 'histogram' } & Histogram) | { is: 'none' };

/** A variable as the roster lists it. */
interface RosterVariable extends VariableRow {
  /** Kind of the working that made it; null for a source column. */
  made: WorkingRow['recipe']['kind'] | null;
  /** False where its proof, or that of something it stands on, failed. */
  holds: boolean;
  answers: number;
  /** Respondents with a missing code, and with nothing. */
  missing: number;
  blank: number;
  picture: Picture;
  /** The column's own values can be listed one by one. */
  countable: boolean;
  /** Its heading in the file. */
  column: string;
  /** Levels that it can have. */
  levels: readonly Level[];
  /** Where it is: in the study for all, in one's own layer, or in that of somebody who shows it. */
  layer: VariableLayer;
  /** In how many people's own layers it is used. */
  people: number;
  /** What its working does, in words; '' where it has none. */
  says: string;
}

export interface StudyView {
  study: StudyRow;
  variables: RosterVariable[];
  workings: (ProvedWorking & { variable: number })[];
  tables: SavedTableRow[];
  binders: Binder[];
  /** The table of a database in which its respondents stay; null: they are here. */
  link: LinkedTable | null;
  files: Pick<SourceFileRow, 'name' | 'respondents' | 'unread' | 'takenIn'>[];
  /** What undoing would take back, and doing again would bring back. */
  undo: string | null;
  redo: string | null;
  /** Entries of the ledger. */
  entries: number;
}

/** Where respondents stay; the account is told nobody. */
function linkedTable(db: Db): LinkedTable | null {
  const link = linkOf(db);
  if (!link) return null;
  const { engine, host, port, database, tls, table } = link;
  return { engine, host, port, database, tls, table };
}

const MOST_BARS = 48;

function numbersOf(codes: readonly ColumnCode[], missing: ReadonlySet<string>): [number, number][] {
  return codes
    .filter(({ code }) => !missing.has(code))
    .flatMap(({ code, respondents }): [number, number][] => {
      const value = parseNumber(code);
      return value === null ? [] : [[value, respondents]];
    })
    .sort(([a], [b]) => a - b);
}

/** Number columns with missing codes among their numbers, described without those; by column. */
type DescribedColumns = ReadonlyMap<number, Described>;

function describe(
  variable: VariableRow,
  column: ColumnRow,
  dataCodes: readonly ColumnCode[],
  total: number,
  described: Described | undefined,
) {
  const codes = codesWithFound(
    variable,
    dataCodes.map(({ code }) => code),
  );
  const missingCodes = new Set(missingIn(codes));
  const respondents = new Map(dataCodes.map((code) => [code.code, code.respondents]));
  // A word among numbers is no answer, whether or not somebody has said why.
  const isNone = (code: string) =>
    missingCodes.has(code) || (variable.level === 'number' && parseNumber(code) === null);
  const missing =
    column.storage === 'sets'
      ? 0
      : described
        ? described.missing
        : dataCodes.reduce((sum, code) => sum + (isNone(code.code) ? code.respondents : 0), 0);
  const answers = total - column.blank - missing;
  let picture: Picture = { is: 'none' };
  if (column.storage === 'number' && variable.level === 'number') {
    const kept = described
      ? described.histogram
      : column.histogram === null
        ? null
        : fromKept(column.histogram, HistogramShape.nullable(), `the histogram of column ${column.id}`);
    if (kept) picture = { is: 'histogram', ...kept };
  } else if (variable.level === 'number') {
    const bins = histogram(numbersOf(dataCodes, missingCodes));
    if (bins) picture = { is: 'histogram', ...bins };
  } else if (variable.level !== 'text') {
    const bars = codes.filter(isAnswer).map(({ code }) => respondents.get(code) ?? 0);
    if (bars.length <= MOST_BARS) picture = { is: 'bars', bars };
  }
  return {
    answers,
    missing,
    blank: column.blank,
    picture,
    countable: isCountable(column.storage),
    column: column.name,
    levels: variable.workingId === null ? levelsFor(column.storage) : [variable.level],
  };
}

const described = new WeakMap<Service, Map<string, Promise<Described>>>();

/** Describes a number column without its missing codes, once for each choice of them: columns never change. */
function describeColumn(
  service: Service,
  study: OpenStudy,
  column: number,
  codes: readonly Code[],
): Promise<Described> {
  const missing = missingIn(codes);
  const listed = codes.flatMap(({ code }) => (parseNumber(code) === null ? [] : [code]));
  const columns = described.get(service) ?? new Map<string, Promise<Described>>();
  described.set(service, columns);
  const key = JSON.stringify([study.file, column, missing, listed]);
  const description = columns.get(key) ?? service.run('describe', { file: study.file, column, missing, listed });
  columns.set(key, description);
  description.catch(() => columns.delete(key));
  return description;
}

/** The study with the missing shares of numbers that have codes among them. */
export async function viewWholeStudy(service: Service, study: OpenStudy): Promise<StudyView> {
  // The codes of thousands of columns take some time to read; they are kept for all that follows.
  allColumnCodes(study.db);
  await letOthers();
  const columns = allColumnRows(study.db);
  const coded = allVariables(study.db).filter(
    ({ level, columnId, codes }) =>
      level === 'number' &&
      columns.get(columnId)?.storage === 'number' &&
      missingIn(codes).some((code) => parseNumber(code) !== null),
  );
  const counted = await Promise.all(
    coded.map(
      async ({ columnId, codes }) => [columnId, await describeColumn(service, study, columnId, codes)] as const,
    ),
  );
  const view = viewStudy(study, new Map(counted), layersIn(service, study));
  await letOthers();
  return view;
}

/** The whole study as the screens need it: variables with their pictures, workings, saved tables. */
export function viewStudy(
  study: OpenStudy,
  numbers: DescribedColumns = new Map(),
  layers: VariableLayers = COMMON,
): StudyView {
  const { db } = study;
  const row = studyRow(db);
  const variables = allVariables(db);
  const workings = provedWorkings(db);
  const columns = allColumnRows(db);
  const codes = allColumnCodes(db);
  const holds = soundness(variables, workings);
  const names = namesIn(variables);
  const workingAt = new Map(workings.map((working) => [working.id, working]));
  const madeBy = new Map(variables.map((variable) => [variable.workingId, variable]));
  return {
    study: row,
    variables: variables.map((variable) => {
      const recipe = variable.workingId === null ? undefined : workingAt.get(variable.workingId)?.recipe;
      const made = recipe?.kind ?? null;
      const says = recipe ? sayRecipe(recipe, names) : '';
      const figures = describe(
        variable,
        columnOf(columns, variable),
        codes.get(variable.columnId) ?? [],
        row.respondents,
        numbers.get(variable.columnId),
      );
      // Records of so many fields are made five times as fast this way as by spreading, for each of thousands.
      const said = { made, says, holds: holds(variable.id), ...layers(variable.id) };
      return Object.assign({}, variable, said, figures);
    }),
    workings: workings.flatMap((working) => {
      const variable = madeBy.get(working.id);
      // Where the proof of a source fails, so does every working made from it.
      return variable ? [{ ...working, holds: holds(variable.id), variable: variable.id }] : [];
    }),
    tables: allTables(db),
    binders: bindersOf(db),
    link: linkedTable(db),
    files: allSourceFiles(db).map(({ name, respondents, unread, takenIn }) => ({ name, respondents, unread, takenIn })),
    ...ledgerEnds(db),
  };
}

function columnOf(columns: ReadonlyMap<number, ColumnRow>, variable: VariableRow): ColumnRow {
  const column = columns.get(variable.columnId);
  if (!column) throw new Error(`variable ${variable.name} has no column`);
  return column;
}

/** Whether a variable's proof, and those of all it stands on, hold. */
export function soundness(variables: readonly VariableRow[], workings: readonly WorkingRow[]): (id: number) => boolean {
  const byId = new Map(variables.map((variable) => [variable.id, variable]));
  const workingById = new Map(workings.map((working) => [working.id, working]));
  const cache = new Map<number, boolean>();
  const holds = (id: number): boolean => {
    const seen = cache.get(id);
    if (seen !== undefined) return seen;
    cache.set(id, true);
    const working = workingById.get(byId.get(id)?.workingId ?? -1);
    const sources = working ? sourcesOf(working.recipe) : [];
    const result = (working?.holds ?? true) && sources.every(holds);
    cache.set(id, result);
    return result;
  };
  return holds;
}

/** The details of a variable: every code with its respondents, the figures of a number, and what uses it. */
export interface VariableDetail {
  variable: VariableRow;
  codes: {
    code: string;
    label: string;
    missing: VariableRow['codes'][number]['missing'];
    respondents: number;
    listed: boolean;
  }[];
  blank: number;
  /** Respondents with an answer. */
  answered: number;
  summary: NumberSummary | null;
  histogram: Histogram | null;
  usedBy: UsedBy;
  /** Other variables with the same code list. */
  sharesList: number[];
  from: Origin;
}

/** Where a variable came from: a column of files, or a working over other variables. */
type Origin =
  | { is: 'column'; column: string; files: string[] }
  | {
      is: 'working';
      working: number;
      kind: string;
      of: number[];
      /** What it does, in words, whether its proof holds, and what that says. */
      says: string;
      holds: boolean;
      findings: string[];
      /** Others that give every respondent the same. */
      same: number[];
    };

function originOf(db: Db, { workingId }: VariableRow, { name }: ColumnRow): Origin {
  const workings = workingId === null ? [] : provedWorkings(db);
  const working = byId(workings, workingId);
  if (!working) return { is: 'column', column: name, files: allSourceFiles(db).map((file) => file.name) };
  const { id, recipe, proof } = working;
  const key = keyOf(recipe);
  const twins = new Set(
    workings.flatMap((other) => (other.id !== id && keyOf(other.recipe) === key ? [other.id] : [])),
  );
  const variables = allVariables(db);
  return {
    is: 'working',
    working: id,
    kind: recipe.kind,
    of: sourcesOf(recipe),
    says: sayRecipe(recipe, namesIn(variables)),
    holds: proof.holds,
    findings: proof.findings.map(({ title, text }) => `${title}: ${text}`),
    same: variables.flatMap((variable) => (twins.has(variable.workingId ?? 0) ? [variable.id] : [])),
  };
}

/** How recipes call variables and their codes. */
function namesIn(variables: readonly VariableRow[]) {
  const rows = new Map(variables.map((variable) => [variable.id, variable]));
  return {
    titleOf: (id: number) => titleOf(rows.get(id) ?? { name: 'a variable that is gone', label: '' }),
    codesOf: (id: number) => rows.get(id)?.codes ?? [],
  };
}

export function findVariable(db: Db, id: number): VariableRow {
  const variable = byId(allVariables(db), id);
  if (!variable)
    throw new Fault('not-found', `The study has no variable ${id}.`, 'Choose one from the roster.', {
      field: 'variable',
    });
  return variable;
}

export async function detailVariable(service: Service, study: OpenStudy, id: number): Promise<VariableDetail> {
  const { db } = study;
  const variable = findVariable(db, id);
  const column = columnRow(db, variable.columnId);
  const dataCodes = columnCodes(db, variable.columnId);
  const respondents = new Map(dataCodes.map((code) => [code.code, code.respondents]));
  const listed = new Set(variable.codes.map(({ code }) => code));
  const codes = codesWithFound(
    variable,
    dataCodes.map(({ code }) => code),
  );
  if (variable.level === 'number') codes.sort((a, b) => compareCodes(a.code, b.code));
  const missing = new Set(missingIn(codes));
  let figures: { summary: NumberSummary | null; histogram: Histogram | null } = { summary: null, histogram: null };
  // The options of a set are not in place of each other: who is not blank has answered.
  const isWord = ({ code }: Code) => variable.level === 'number' && parseNumber(code) === null;
  const coded = column.storage === 'sets' ? [] : codes.filter((code) => !isAnswer(code) || isWord(code));
  let without = coded.reduce((sum, { code }) => sum + (respondents.get(code) ?? 0), 0);
  if (variable.level === 'number') {
    const numbers = numbersOf(dataCodes, missing);
    if (column.storage === 'number') {
      const described = await describeColumn(service, study, column.id, codes);
      figures = described;
      without = described.missing;
      for (const [code, times] of described.counted) respondents.set(code, times);
    } else figures = { summary: summarize(numbers), histogram: histogram(numbers, 24) };
  }
  const list = variable.codeListId;
  const sharing = list === null ? [] : usersOfList(db, list).filter((other) => other !== id);
  return {
    variable,
    codes: codes.map((code) => ({
      ...code,
      respondents: respondents.get(code.code) ?? 0,
      listed: listed.has(code.code),
    })),
    blank: column.blank,
    answered: studyRow(db).respondents - column.blank - without,
    summary: figures.summary,
    histogram: figures.histogram,
    usedBy: usersOfVariable(db, id),
    sharesList: sharing,
    from: originOf(db, variable, column),
  };
}
