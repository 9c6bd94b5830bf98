import { histogram } from '../../core/codebook/summary.js';
import { noFacts, takeValue } from '../../core/codebook/facts.js';
import { canonicalCode, compareCodes } from '../../core/codebook/number.js';
import { guessQuestions } from '../../core/codebook/questions.js';
import { MOST_CODES, understand } from '../../core/codebook/understand.js';
import { Fault } from '../../core/fault.js';
import type { Preview } from '../../core/intake/intake-shape.js';
import type { Linked } from '../../core/intake/layout.js';
import type { FoundCode, ReadColumn, ReadIn } from '../../core/intake/read-in-shape.js';
import { addUp } from '../../core/linked/add-up.js';
import { flag, isNothing, lookup, whole } from '../../core/linked/build.js';
import type { LinkedColumn } from '../../core/linked/column.js';
import type { Scalar } from '../../core/linked/expression.js';
import { type Answer, ask, MOST_GROUPS, type Query } from '../../core/linked/query.js';
import { insertColumn } from '../../store/columns.js';
import { insertLinkedColumn, setLink } from '../../store/links.js';
import { closeForMove, createStudyFile, type Db, removeStudyFile } from '../../store/open.js';
import { insertSourceFile } from '../../store/source-files.js';
import type { Tell } from '../jobs/helper.js';
import { askedOf } from './asked-of.js';
import { columnsIn, type FoundColumn } from './catalog.js';
import type { Engine } from './engine.js';

/** Respondents that a column is looked at in first: one that has too many values there is not counted whole. */
const SAMPLED = 20_000;
const SHOWN = 12;
const LOOKED_AT = 1000;
const LONGEST = 200;

/** A database with the table that is looked at. */
export interface LinkedSource {
  engine: Engine;
  link: Linked;
  signal: AbortSignal | undefined;
}

/** A sample is whatever comes first; everybody is counted part by part, where the table has parts. */
const tableOf = ({ table, apart }: Linked, sample: number | undefined) => ({
  table,
  sample,
  apart: sample === undefined ? apart : undefined,
  columns: (id: number): LinkedColumn => {
    throw new Error(`column ${id} of a table that is only looked at`);
  },
});

/** What a query comes to; null where there are more groups than are asked for. */
async function groupsIn({ engine, link, signal }: LinkedSource, query: Partial<Query>, sample?: number) {
  try {
    return await askedOf(ask(query), engine, tableOf(link, sample), signal);
  } catch (error) {
    if (error instanceof Fault && error.kind === 'too-large' && error.place.field === undefined) return null;
    throw error;
  }
}

const scalarOf = ({ name, isNumber }: FoundColumn): Scalar => ({
  is: 'column',
  name,
  as: isNumber ? 'number' : 'text',
});

/** What is known of a column: how often each of its values stands, or that they are too many. */
interface LookedAt {
  /** Null where there are too many different ones. */
  values: Answer | null;
  /** Of a number with too many for codes: all of them, or as many as are in a sample. */
  numbers: Answer;
  blank: number;
  respondents: number;
}

const isBlank = (value: string | number | null | undefined) => value == null || String(value).trim() === '';

/** More different numbers than these are counted as numbers: as codes each would have to be looked up. */
const MOST_LISTED = 255;
const MOST_FRACTIONS = 24;

/** Whether a column holds amounts, and not codes. */
const isMeasured = ({ isNumber }: FoundColumn, values: Answer): boolean =>
  isNumber &&
  (values.length > MOST_LISTED ||
    (values.length > MOST_FRACTIONS && values.some(({ by }) => by[0] !== null && !Number.isInteger(by[0]))));

/** A column as respondents are told apart by it here: nothing has to be made of it in the database. */
const keyOf = ({ name, isNumber }: FoundColumn): Scalar => ({
  is: 'column',
  name,
  as: isNumber ? 'number' : 'text',
  bare: true,
});

/** What is known of a column by all of its values. */
function ofValues(column: FoundColumn, values: Answer): LookedAt {
  const sum = (rows: Answer) => rows.reduce((all, { respondents }) => all + respondents, 0);
  const blank = sum(values.filter(({ by }) => isBlank(by[0])));
  const looked = { blank, respondents: sum(values) };
  return isMeasured(column, values) ? { values: null, numbers: values, ...looked } : { values, numbers: [], ...looked };
}

/** Looks at a column that has more values than codes can be. */
async function lookAtAmounts(source: LinkedSource, column: FoundColumn): Promise<LookedAt> {
  const [all] = (await groupsIn(source, { sums: [flag(isNothing(scalarOf(column)))] })) ?? [];
  const plain = { values: null, blank: all?.sums[0] ?? 0, respondents: all?.respondents ?? 0 };
  const by = [keyOf(column)];
  const every = column.isNumber ? await groupsIn(source, { by, most: MOST_GROUPS }) : null;
  const some = every ?? (await groupsIn(source, { by, most: SAMPLED }, SAMPLED)) ?? [];
  return { ...plain, numbers: some };
}

async function lookAtOne(source: LinkedSource, column: FoundColumn): Promise<LookedAt> {
  const values = await groupsIn(source, { by: [keyOf(column)], most: MOST_CODES + 1 });
  return values ? ofValues(column, values) : lookAtAmounts(source, column);
}

/** Columns that are counted in one pass over the table have no more combinations in a sample. */
const MOST_EXPECTED = 2000;
const MOST_TOGETHER = 50_000;

/** Columns in passes: together as long as few combinations of their values are to be expected. */
function inPasses(columns: readonly { column: FoundColumn; sampled: Answer }[]): FoundColumn[][] {
  const passes: { expected: number; columns: FoundColumn[] }[] = [];
  for (const { column, sampled } of [...columns].sort((a, b) => a.sampled.length - b.sampled.length)) {
    const values = sampled.length + 1;
    const last = passes.at(-1);
    if (last && last.expected * values <= MOST_EXPECTED) {
      last.expected *= values;
      last.columns.push(column);
    } else passes.push({ expected: values, columns: [column] });
  }
  return passes.map((pass) => pass.columns);
}

/** Looks at columns in one pass over the table, or at each alone where their values make too many combinations. */
async function lookAtTogether(source: LinkedSource, columns: readonly FoundColumn[]): Promise<LookedAt[]> {
  const isAlone = columns.length === 1;
  const rows = isAlone ? null : await groupsIn(source, { by: columns.map(keyOf), most: MOST_TOGETHER });
  if (!rows) {
    const each: LookedAt[] = [];
    for (const column of columns) each.push(await lookAtOne(source, column));
    return each;
  }
  return columns.map((column, k) =>
    ofValues(column, addUp(rows.map(({ by, respondents }) => ({ by: [by[k]!], respondents, sums: [] })))),
  );
}

/** Looks at all columns: in a sample first, and then at everybody, in as few passes as their values let. */
async function lookAtAll(
  source: LinkedSource,
  columns: readonly FoundColumn[],
  tell: (done: number, looked: LookedAt) => void,
): Promise<LookedAt[]> {
  const looked = new Map<FoundColumn, LookedAt>();
  const take = (column: FoundColumn, own: LookedAt) => {
    looked.set(column, own);
    tell(looked.size / columns.length, own);
  };
  const few: { column: FoundColumn; sampled: Answer }[] = [];
  for (const column of columns) {
    const sampled = await groupsIn(source, { by: [keyOf(column)], most: MOST_CODES + 1 }, SAMPLED);
    if (sampled) few.push({ column, sampled });
    else take(column, await lookAtAmounts(source, column));
  }
  for (const pass of inPasses(few)) (await lookAtTogether(source, pass)).forEach((own, k) => take(pass[k]!, own));
  return columns.map((column) => looked.get(column)!);
}

/** The codes of a column, and where each of its values stands among them. */
function codesIn(values: Answer): { codes: FoundCode[]; places: [value: string | number, place: number][] } {
  const byCode = new Map<string, { respondents: number; from: (string | number)[] }>();
  for (const { by, respondents } of values) {
    const [value] = by;
    if (value == null || isBlank(value)) continue;
    const code = canonicalCode(String(value).trim());
    const known = byCode.get(code) ?? { respondents: 0, from: [] };
    known.respondents += respondents;
    known.from.push(value);
    byCode.set(code, known);
  }
  const sorted = [...byCode].sort(([a], [b]) => compareCodes(a, b));
  return {
    codes: sorted.map(([code, { respondents }]) => ({ code, respondents })),
    places: sorted.flatMap(([, { from }], k) => from.map((value) => [value, k + 1] as [string | number, number])),
  };
}

/** A column that was looked at, as it is worked out in the database. */
function linkedOf(column: FoundColumn, { values }: LookedAt): { linked: LinkedColumn; codes: FoundCode[] } {
  const scalar = scalarOf(column);
  if (values) {
    const { codes, places } = codesIn(values);
    const blanks = values.flatMap(({ by }) =>
      by[0] != null && by[0] !== '' && isBlank(by[0]) ? [[by[0], 0] as const] : [],
    );
    const place = lookup(scalar, [...places, ...blanks], -1, 0);
    return { codes, linked: { kind: 'coded', codes: codes.map(({ code }) => code), parts: { place } } };
  }
  if (!column.isNumber) return { codes: [], linked: { kind: 'text', parts: { text: scalar } } };
  return { codes: [], linked: { kind: 'number', words: [], parts: { value: scalar, word: whole(0) } } };
}

const NARROW = 255;

function keepColumn(db: Db, column: FoundColumn, looked: LookedAt): ReadColumn {
  const { linked, codes } = linkedOf(column, looked);
  const facts = noFacts();
  for (const { by, respondents } of looked.values ?? looked.numbers)
    if (!isBlank(by[0])) takeValue(facts, String(by[0]).trim(), respondents);
  const filled = looked.respondents - looked.blank;
  facts.filled = filled;
  const understood = understand(facts, looked.values ? codes : null, looked.blank);
  const storage = linked.kind !== 'coded' ? linked.kind : codes.length > NARROW ? 'coded16' : 'coded8';
  const weighted = looked.numbers.flatMap(({ by, respondents }) =>
    by[0] == null ? [] : [[Number(by[0]), respondents] as [number, number]],
  );
  const picture = linked.kind === 'number' ? histogram(weighted.sort(([a], [b]) => a - b)) : null;
  const id = insertColumn(
    db,
    {
      origin: 'source',
      name: column.name,
      storage,
      width: 1,
      blank: looked.blank,
      histogram: picture && JSON.stringify(picture),
    },
    codes,
  );
  insertLinkedColumn(db, id, linked);
  const level = linked.kind === 'text' ? 'text' : linked.kind === 'number' ? 'number' : understood.level;
  return { ...understood, level, name: column.name, columnId: id, storage, filled, blank: looked.blank, numbers: null };
}

/** The first respondents, as texts: to be looked at once, and kept nowhere. */
async function firstRows({ engine, link, signal }: LinkedSource, columns: readonly FoundColumn[], most: number) {
  const { dialect } = engine;
  const listed = columns.map(({ name }) => dialect.asText(dialect.name(name))).join(', ');
  const rows = await engine.rows(
    `SELECT ${listed} FROM ${link.table.map(dialect.name).join('.')} LIMIT ${most}`,
    signal,
  );
  return rows.map((row) => row.map((value) => (value === null ? '' : String(value).trim())));
}

/** The first rows of a table, for the eye. */
export async function previewLinked(source: LinkedSource): Promise<Preview & { labels: Map<string, string> }> {
  const columns = await columnsIn(source.engine, source.link.engine, source.link.table);
  const rows = await firstRows(source, columns, SHOWN);
  return {
    columns: columns.map(({ name }) => name),
    rows: rows.map((cells, k) => ({ line: k + 1, why: null, cells: cells.map((cell) => cell.slice(0, LONGEST)) })),
    labels: new Map(columns.flatMap(({ name, comment }) => (comment === '' ? [] : [[name, comment] as const]))),
  };
}

/**
 * Looks at a table as an intake reads a file: what is in each column, counted by its database, and written down as
 * columns that stay there.
 * @param into the study's file in the making
 */
export async function readLinked(source: LinkedSource, into: string, tell: Tell): Promise<ReadIn> {
  const { engine, link } = source;
  const columns = await columnsIn(engine, link.engine, link.table);
  const looked = await lookAtAll(source, columns, (done, { respondents }) => tell(done, respondents));
  const respondents = Math.max(0, ...looked.map((own) => own.respondents));
  if (respondents === 0)
    throw new Fault(
      'invalid',
      `The table ${link.table.join('.')} has no respondents.`,
      'Choose another table, or link it when it is filled.',
    );
  removeStudyFile(into);
  const db = createStudyFile(into);
  const read = db.transaction(() => {
    const kept = { sha256: '', bytes: 0, respondents: 0, unread: 0, takenIn: '', intake: null };
    insertSourceFile(db, { name: link.table.join('.'), layout: JSON.stringify(link), ...kept });
    setLink(db, link);
    return columns.map((column, k) => keepColumn(db, column, looked[k]!));
  })();
  closeForMove(db);
  const cells = (await firstRows(source, columns, LOOKED_AT)).map((row) => row.map((cell) => cell.slice(0, 40)));
  const asked = read.map(({ name, codes, filled, storage }) => ({
    name,
    label: columns.find((column) => column.name === name)?.comment ?? '',
    filled,
    codes: storage === 'number' || storage === 'text' ? [] : codes,
  }));
  const questions = guessQuestions(asked, cells);
  return { respondents, columns: read, questions, unread: { rows: 0, first: [] }, remarks: [] };
}
