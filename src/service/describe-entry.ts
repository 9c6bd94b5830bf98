import type { BinderItem } from '../core/binder/binder-shape.js';
import { allBinders } from '../store/binders.js';
import type { Shown } from '../core/table/shown-shape.js';
import type { FrozenMark } from '../core/report/frozen-shape.js';
import { sayFrozen } from '../core/report/say-frozen.js';
import { shownInWords } from '../core/table/shown-in-words.js';
import { sayCodes, sayMissing } from '../core/codebook/cell-text.js';
import { type Code, type Level, LEVEL_WORDS, titleOf } from '../core/codebook/types.js';
import { sayRecipe } from '../core/recode/say.js';
import type { Recipe } from '../core/recode/recipe-shape.js';
import { type Verdict, VERDICT_WORDS } from '../core/recode/theme/mark.js';
import type { Theme } from '../core/recode/theme/shape.js';
import { pathOf } from '../core/recode/theme/sheet.js';
import { saySentence } from '../core/table/say-sentence.js';
import { type SentenceBody, sentenceOfBody } from '../core/table/sentence-shape.js';
import { derivedLists } from '../store/fit.js';
import { allEntries, deltaOf, type EntryRow } from '../store/ledger.js';
import { type Difference, fieldsOf, thingsOf, type VariableState } from '../core/ledger/delta-shape.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import { allCodeLists } from '../store/code-lists.js';
import { allMarks, type MarkRow } from '../store/marks.js';
import { allWorkings } from '../store/workings.js';
import { allTables } from '../store/tables.js';
import type { OpenStudy } from './context.js';
import { findEntry } from './ledger.js';

/** How what an entry changed can be changed: typed as a text, chosen, or in the editor of workings. */
type AmendBy = 'text' | 'level' | 'codes' | 'recipe';

/** One thing that an entry changed, in words. */
interface ChangeLine {
  of: Difference['of'];
  id: number;
  field: string;
  /** "Label of Site". */
  title: string;
  /** Null: it was not there before, or is not after. */
  before: string | null;
  after: string | null;
  /** Codes, or a recipe, as they are after it. */
  codes?: Code[] | undefined;
  recipe?: Recipe | undefined;
  by: AmendBy | null;
}

export interface EntryDetail {
  entry: EntryRow;
  lines: ChangeLine[];
  /** Lines that are not shown. */
  more: number;
}

/** Lines of an entry that are worth showing; the rest is counted. */
const MOST_LINES = 100;

const NAMES: Record<string, string> = {
  name: 'Name',
  label: 'Label',
  question: 'Question',
  note: 'Note',
  group: 'Group',
  level: 'Level',
  starred: 'Star',
  shownOrder: 'Order shown',
  offScale: 'Off the scale',
  aside: 'Set aside',
  codeListId: 'Code list',
  codes: 'Codes',
  recipe: 'Recipe',
  standsIn: 'Place',
  title: 'Title',
  sentence: 'Sentence',
  shown: 'What is shown',
  items: 'Contents',
  frozen: 'Frozen',
  verdict: 'Coding',
  themes: 'Themes',
  quote: 'Quotation',
};

const BY: Record<string, AmendBy> = {
  'variable name': 'text',
  'variable label': 'text',
  'variable question': 'text',
  'variable note': 'text',
  'variable group': 'text',
  'variable level': 'level',
  'list name': 'text',
  'list codes': 'codes',
  'working recipe': 'recipe',
  'table title': 'text',
};

/** Fields that say nothing of their own. */
const SILENT = new Set(['workingId', 'madeAt', 'created', 'edited', 'kept']);

interface Namer {
  variables: readonly VariableRow[];
  titleOf: (id: number) => string;
  codesOf: (id: number) => readonly Code[];
  listName: (id: number) => string;
  tableTitle: (id: number) => string;
  binderName: (id: number) => string;
  markNow: (id: number) => MarkRow | undefined;
  /** The code sheet of a working; empty where it is gone. */
  sheetOf: (working: number | undefined) => readonly Theme[];
}

function sayValue(field: string, value: unknown, names: Namer): string {
  switch (field) {
    case 'level':
      return LEVEL_WORDS[value as Level];
    case 'codes': {
      const missing = sayMissing(value as Code[]);
      return `${sayCodes(value as Code[])}${missing === '' ? '' : ` (no answers: ${missing})`}`;
    }
    case 'recipe':
      return sayRecipe(value as Recipe, names);
    case 'sentence':
      return saySentence(sentenceOfBody(value as SentenceBody), names.variables);
    case 'codeListId':
      return value === null ? 'none' : names.listName(value as number);
    case 'standsIn':
      return value === null ? 'beside its source' : 'in the place of its source';
    case 'shownOrder':
      return (value as string[]).length === 0 ? 'as listed' : (value as string[]).join(', ');
    case 'offScale':
      return (value as string[]).length === 0 ? 'none' : (value as string[]).join(', ');
    case 'starred':
    case 'aside':
      return value === true ? 'yes' : 'no';
    case 'items':
      return sayItems(value as BinderItem[], names);
    case 'frozen':
      return value ? sayFrozen(value as FrozenMark) : 'no, it follows the study';
    case 'verdict':
      return VERDICT_WORDS[value as Verdict];
    case 'shown':
      return shownInWords(value as Shown);
    default:
      return typeof value === 'string' ? value : JSON.stringify(value);
  }
}

/** What a binder lists, in words. */
function sayItems(items: readonly BinderItem[], { tableTitle }: Namer): string {
  const words = items.map((item) => {
    if (item.is === 'section') return `section “${item.title}”`;
    return item.is === 'note' ? 'a note' : `“${tableTitle(item.table)}”`;
  });
  return words.length === 0 ? 'nothing' : words.join(', ');
}

/** Letters of an answer that are told of it. */
const LONGEST = 60;

/** Themes by their names on the code sheet. */
function sayThemes(ids: readonly number[], { id, before, after }: Difference, names: Namer): string {
  const { working } = { ...names.markNow(id), ...before, ...after } as { working?: number };
  const sheet = names.sheetOf(working);
  const said = ids.map((own) => {
    const theme = sheet.find((candidate) => candidate.id === own);
    return theme ? pathOf(sheet, theme) : `theme ${own}`;
  });
  return said.length === 0 ? 'none' : said.join(', ');
}

function whose(difference: Difference, names: Namer): string {
  const { id } = difference;
  if (difference.of === 'variable') return names.titleOf(id);
  if (difference.of === 'table')
    return `the table “${difference.after?.title ?? difference.before?.title ?? names.tableTitle(id)}”`;
  if (difference.of === 'binder')
    return `the binder “${difference.after?.name ?? difference.before?.name ?? names.binderName(id)}”`;
  if (difference.of === 'list')
    return `the code list ${difference.after?.name ?? difference.before?.name ?? names.listName(id)}`;
  if (difference.of === 'mark') {
    const { text = '', coder = '' } = { ...names.markNow(id), ...difference.before, ...difference.after };
    return `“${text.length > LONGEST ? `${text.slice(0, LONGEST)}…` : text}” by ${coder}`;
  }
  const variable = names.variables.find(({ workingId }) => workingId === id);
  return variable ? titleOf(variable) : 'a working';
}

/** What is worth saying of a thing that is new, or gone. */
const NEWS: Record<Exclude<Difference['of'], 'mark'>, string[]> = {
  variable: ['label', 'name'],
  working: ['recipe'],
  table: ['title', 'sentence'],
  list: ['codes'],
  binder: ['name', 'items'],
};

/** What is worth saying of a thing that is new, or gone; of the rest every field that changed. */
function toldOf({ of, before, after }: Difference): string[] {
  const all = Object.keys(after ?? before ?? {}).filter((field) => !SILENT.has(field));
  if (before && after) return all;
  if (of !== 'mark') return NEWS[of];
  const quoted = fieldsOf(after ?? before)?.['quote'] ? ['quote'] : [];
  return [fieldsOf(after ?? before)?.['verdict'] === 'themes' ? 'themes' : 'verdict', ...quoted];
}

function linesOf(difference: Difference, names: Namer, derived: ReadonlySet<number>): ChangeLine[] {
  const { of, id } = difference;
  const [before, after] = [fieldsOf(difference.before), fieldsOf(difference.after)];
  // The codes of what a working makes follow its recipe.
  if (of === 'list' && derived.has(id)) return [];
  return toldOf(difference).map((field) => {
    const value = after?.[field];
    const say = (own: unknown) =>
      field === 'themes' ? sayThemes(own as number[], difference, names) : sayValue(field, own, names);
    return {
      of,
      id,
      field,
      title: `${NAMES[field] ?? field} of ${whose(difference, names)}`,
      before: before ? say(before[field]) : null,
      after: after ? say(value) : null,
      by: after ? (BY[`${of} ${field}`] ?? null) : null,
      ...(field === 'codes' && value ? { codes: value as Code[] } : {}),
      ...(field === 'recipe' && value ? { recipe: value as Recipe } : {}),
    };
  });
}

/** What an entry of the ledger changed, line by line. @throws Fault where there is no such entry */
export function describeEntry({ db }: OpenStudy, id: number): EntryDetail {
  const entry = findEntry(allEntries(db), id);
  const { things, order } = deltaOf(db, id) ?? { things: [] };
  const now = allVariables(db);
  // What the entry itself made may be gone by now, and what it took out is.
  const changed = thingsOf({ things }, 'variable');
  const own = changed.flatMap(({ id: variable, before, after }): VariableRow[] => {
    const state = after ?? before;
    // What was made, or taken out, has all its fields in the entry.
    return state?.name !== undefined && !now.some((candidate) => candidate.id === variable)
      ? [{ ...(state as VariableState), madeBy: state.madeBy ?? '', id: variable, codes: [], columnId: 0 }]
      : [];
  });
  const variables = [...now, ...own];
  const find = new Map(variables.map((variable) => [variable.id, variable]));
  const lists = new Map(allCodeLists(db).map((list) => [list.id, list.name]));
  const tables = new Map(allTables(db).map((table) => [table.id, table.title]));
  const binders = new Map(allBinders(db).map(({ id: binder, name }) => [binder, name]));
  const marks = new Map(allMarks(db).map((mark) => [mark.id, mark]));
  const sheets = new Map(
    allWorkings(db).map((working) => [working.id, working.recipe.kind === 'theme' ? working.recipe.themes : []]),
  );
  const names: Namer = {
    variables,
    titleOf: (variable) => titleOf(find.get(variable) ?? { name: 'a variable that is gone', label: '' }),
    codesOf: (variable) => find.get(variable)?.codes ?? [],
    listName: (list) => lists.get(list) ?? 'that is gone',
    tableTitle: (table) => tables.get(table) ?? 'that is gone',
    binderName: (binder) => binders.get(binder) ?? 'that is gone',
    markNow: (mark) => marks.get(mark),
    sheetOf: (working) => sheets.get(working ?? 0) ?? [],
  };
  const made = changed.flatMap(({ before, after }) => {
    const { workingId, codeListId } = after ?? before ?? {};
    return workingId != null && codeListId != null ? [codeListId] : [];
  });
  const derived = new Set([...made, ...derivedLists(variables)]);
  const lines = things.flatMap((difference) => linesOf(difference, names, derived));
  const moved: ChangeLine[] =
    order && lines.length === 0
      ? [
          {
            of: 'variable',
            id: 0,
            field: 'order',
            title: 'The order of the roster',
            before: '',
            after: 'changed',
            by: null,
          },
        ]
      : [];
  return {
    entry,
    lines: [...moved, ...lines].slice(0, MOST_LINES),
    more: Math.max(0, lines.length - MOST_LINES),
  };
}
