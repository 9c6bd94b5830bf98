import type { CodebookFile, FileCode, FileVariable } from '../../core/codebook/codebook-file.js';
import { levelsFor } from '../../core/codebook/levels.js';
import { parseNumber } from '../../core/codebook/number.js';
import { type Code, type Level, type MissingReason } from '../../core/codebook/types.js';
import { Fault } from '../../core/fault.js';
import type { ReadColumn } from '../../core/intake/read-in-shape.js';

type SourceLevel = Exclude<Level, 'multiple'>;

/** What the analyst decided about one column; what is not said stays as understood. */
export interface ColumnDecision {
  name: string;
  label?: string | undefined;
  level?: SourceLevel | undefined;
  /** Codes that are no answers, with the reason; null: an answer after all. */
  missing?: { code: string; missing: MissingReason | null }[] | undefined;
  /** The column is not taken in. */
  leaveOut?: boolean | undefined;
}

/** A column as it goes into the codebook. */
interface DecidedColumn {
  name: string;
  columnId: number;
  label: string;
  question: string;
  level: Level;
  /** A list's key: columns with the same key share one code list. Null: no codes. */
  list: string | null;
}

export interface Decided {
  columns: DecidedColumn[];
  leftOut: ReadColumn[];
  lists: Record<string, { name: string; codes: Code[] }>;
  /** Names of lists that stay though nobody uses them. */
  kept: string[];
  /** The codes of such lists that no column uses. */
  unused: Record<string, Code[]>;
}

const toCode = ({ code, label, missing }: FileCode): Code => ({ code, label, missing: missing ?? null });

function checkNames(columns: readonly ReadColumn[], decisions: readonly ColumnDecision[]): void {
  const names = new Set(columns.map(({ name }) => name));
  const unknown = decisions.find(({ name }) => !names.has(name));
  if (!unknown) return;
  const place = { field: 'columns', variable: unknown.name };
  throw new Fault('invalid', `The file has no column ${unknown.name}.`, 'Leave it out.', place);
}

function levelOf(column: ReadColumn, wanted: SourceLevel | undefined): SourceLevel {
  const level = wanted ?? column.level;
  if (levelsFor(column.storage).includes(level)) return level;
  throw new Fault(
    'unsupported',
    `${column.name} cannot be ${level}: ${column.why.toLowerCase()}`,
    `Take it in as ${column.level}.`,
    { variable: column.name, field: 'level' },
  );
}

/** Codes as the codebook gives them, with what the analyst decided of those that are no answers. */
function withMissing(codes: readonly Code[], decided: NonNullable<ColumnDecision['missing']>): Code[] {
  const reasons = new Map(decided.map(({ code, missing }) => [code, missing]));
  const listed = new Set(codes.map(({ code }) => code));
  const added = decided.filter(({ code, missing }) => !listed.has(code) && missing !== null);
  return [
    ...codes.map((code) => ({
      ...code,
      missing: reasons.has(code.code) ? (reasons.get(code.code) ?? null) : code.missing,
    })),
    ...added.map(({ code, missing }): Code => ({ code, label: code, missing })),
  ];
}

function sharedList(entry: FileVariable, codebook: CodebookFile | undefined): FileCode[] | undefined {
  if (entry.codeList === undefined) return undefined;
  const shared = codebook?.codeLists?.[entry.codeList];
  if (shared) return shared;
  throw new Fault(
    'invalid',
    `The codebook has no code list ${entry.codeList}, which ${entry.name} asks for.`,
    'Add the list, or take the reference out.',
    { variable: entry.name, field: 'codebook' },
  );
}

/** Of a code that spells the same number in another way ("1.0", "01"), the spelling in the data. */
function asInData(codes: readonly FileCode[], dataCodes: ReadonlySet<string>): FileCode[] {
  const numbers = new Map(
    [...dataCodes].flatMap((code) => (parseNumber(code) === null ? [] : [[parseNumber(code), code]])),
  );
  return codes.map((item) => {
    if (dataCodes.has(item.code)) return item;
    const number = parseNumber(item.code.replace(/^([+-]?)0+(?=\d)/, '$1'));
    const spelled = number === null ? undefined : numbers.get(number);
    return spelled === undefined || codes.some(({ code }) => code === spelled) ? item : { ...item, code: spelled };
  });
}

/** Brings the file, the analyst's decisions and the codebook together, column by column. */
export function decide(
  columns: readonly ReadColumn[],
  decisions: readonly ColumnDecision[],
  codebook: CodebookFile | undefined,
): Decided {
  checkNames(columns, decisions);
  const decisionOf = new Map(decisions.map((decision) => [decision.name, decision]));
  const entryOf = new Map((codebook?.variables ?? []).map((entry) => [entry.name, entry]));
  const lists: Decided['lists'] = {};
  // What a working makes is made again, and not taken from the file.
  const created = new Set(codebook?.workings?.map(({ name }) => name));
  const leftOut = columns.filter(({ name }) => decisionOf.get(name)?.leaveOut === true || created.has(name));
  const taken = columns.filter((column) => !leftOut.includes(column));
  if (taken.length === 0)
    throw new Fault('invalid', 'Every column is left out.', 'Take at least one in.', { field: 'columns' });
  const decided = taken.map((column): DecidedColumn => {
    const { name, columnId } = column;
    const decision = decisionOf.get(name);
    const entry = entryOf.get(name);
    const level = levelOf(column, decision?.level ?? entry?.level);
    const shared = entry && sharedList(entry, codebook);
    const missing = decision?.missing ?? [];
    const dataCodes = new Set(column.codes.map(({ code }) => code));
    const given = entry?.codes ?? shared;
    const categories = level === 'unordered' || level === 'ordered';
    let list: string | null = null;
    // What the analyst decided for one column is not decided for others that share its list.
    if (shared && entry.codeList !== undefined && missing.length === 0) {
      list = `list:${entry.codeList}`;
      lists[list] ??= { name: entry.codeList, codes: asInData(shared, dataCodes).map(toCode) };
    } else if (given ?? (categories || missing.length > 0)) {
      list = `column:${name}`;
      const own = categories ? column.codes.map(({ code }): Code => ({ code, label: code, missing: null })) : [];
      lists[list] = { name, codes: withMissing(given ? asInData(given, dataCodes).map(toCode) : own, missing) };
    }
    return {
      name,
      columnId,
      label: decision?.label?.trim() ?? entry?.label ?? '',
      question: entry?.question ?? '',
      level,
      list,
    };
  });
  shareIdentical(lists, decided);
  for (const [key, { codes }] of Object.entries(lists)) checkTwice(key.slice(key.indexOf(':') + 1), codes);
  const keptLists = Object.entries(codebook?.keptLists ?? {}).map(
    ([name, codes]) => [name, codes.map(toCode)] as const,
  );
  for (const [name, codes] of keptLists) checkTwice(name, codes);
  return {
    columns: decided,
    leftOut,
    lists,
    kept: keptLists.map(([name]) => name),
    unused: Object.fromEntries(keptLists),
  };
}

/**
 * Lists of columns that are the same become one, under the name of the first; one that the codebook names comes before.
 */
function shareIdentical(lists: Decided['lists'], columns: DecidedColumn[]): void {
  const keyOf = new Map<string, string>();
  const instead = new Map<string, string>();
  const isOwn = (key: string) => key.startsWith('column:');
  const named = Object.entries(lists).sort(([a], [b]) => Number(isOwn(a)) - Number(isOwn(b)));
  for (const [key, { codes }] of named) {
    const text = JSON.stringify(codes.map(({ code, label, missing }) => [code, label, missing]));
    const same = keyOf.get(text);
    if (same === undefined) keyOf.set(text, key);
    else if (isOwn(key)) instead.set(key, same);
  }
  for (const column of columns) if (column.list !== null) column.list = instead.get(column.list) ?? column.list;
  for (const key of instead.keys()) Reflect.deleteProperty(lists, key);
}

function checkTwice(list: string, codes: readonly Code[]): void {
  const seen = new Set<string>();
  for (const { code } of codes) {
    if (seen.has(code)) {
      throw new Fault(
        'invalid',
        `The code ${code} stands twice in ${list}.`,
        'Take one of the two out of the codebook.',
        { code, field: 'codebook' },
      );
    }
    seen.add(code);
  }
}
