import type { CodeList, EntryEdit, RosterVariable } from '../../api/types.js';
import { cellText, type CodebookField, understandCell } from '../../core/codebook/cell-text.js';
import { titleOf } from '../../core/codebook/types.js';
import { fieldAt, GRID_COLUMNS } from './grid-columns.js';
import type { Range } from './grid-moves.js';

/** A text for one field of one variable. */
export interface CellEdit {
  variable: RosterVariable;
  field: CodebookField;
  text: string;
  /** Of codes: the list itself, in the place of one that is like it. */
  list?: number | undefined;
}

/** What texts mean for the codebook. */
export interface Edits {
  edits: EntryEdit[];
  /** What is wrong with a text; then nothing is changed. */
  problem: string | null;
  /** Why some variables stay as they are. */
  leftAlone: string[];
}

/** Lists that can be called by their name: those that are kept, or shared. */
export function listsByName(lists: readonly CodeList[]): Map<string, number> {
  const named = lists.filter(({ kept, users, derived }) => !derived && (kept || users.length > 1));
  return new Map(named.map(({ name, id }) => [name, id]));
}

const DECIDED_BY_WORKING: ReadonlySet<CodebookField> = new Set(['level', 'codes', 'missing']);

/** Why a field of a variable cannot be changed here; null: it can. */
export function fixed({ workingId }: RosterVariable, field: CodebookField): string | null {
  return workingId !== null && DECIDED_BY_WORKING.has(field) ? 'made by a working, where it is changed' : null;
}

/** Turns texts for cells into edits, those for one variable together. */
export function editsFor(cells: readonly CellEdit[], lists: readonly CodeList[]): Edits {
  const named = listsByName(lists);
  const edits = new Map<number, EntryEdit>();
  const leftAlone: string[] = [];
  for (const { variable, field, text, list } of cells) {
    const why = fixed(variable, field);
    if (why !== null) {
      leftAlone.push(`${titleOf(variable)} is ${why}`);
      continue;
    }
    if (list !== undefined) {
      if (list !== variable.codeListId)
        edits.set(variable.id, { ...edits.get(variable.id), variable: variable.id, codeList: list });
      continue;
    }
    // Of two cells of one entry the second stands on what the first says.
    const edit = edits.get(variable.id);
    const entry = { ...variable, codes: edit?.codes ?? variable.codes };
    if (text.trim() === cellText(entry, field)) continue;
    const understood = understandCell(entry, field, text, named);
    if ('problem' in understood)
      return { edits: [], problem: `${variable.name}: ${understood.problem}`, leftAlone: [] };
    const { level } = understood.edit;
    if (level !== undefined && !variable.levels.includes(level)) {
      leftAlone.push(`${titleOf(variable)} cannot be ${text.trim()}`);
      continue;
    }
    edits.set(variable.id, { ...edit, ...understood.edit, variable: variable.id });
  }
  return { edits: [...edits.values()], problem: null, leftAlone };
}

/** Others who use the code lists that edits would change, and are not changed alike. */
export function alsoUsing(edits: readonly EntryEdit[], variables: readonly RosterVariable[]): RosterVariable[] {
  const byId = new Map(variables.map((variable) => [variable.id, variable]));
  const given = new Map(edits.flatMap(({ variable, codes }) => (codes ? [[variable, JSON.stringify(codes)]] : [])));
  const lists = new Map<number, Set<string>>();
  for (const [id, codes] of given) {
    const list = byId.get(id)?.codeListId;
    if (list != null) lists.set(list, (lists.get(list) ?? new Set()).add(codes));
  }
  return variables.filter(({ id, codeListId }) => {
    const codes = codeListId === null ? undefined : lists.get(codeListId);
    return codes !== undefined && (!given.has(id) || codes.size > 1);
  });
}

/** The cells of a range that hold text, as rows of text. */
export function textsIn(listed: readonly RosterVariable[], { top, bottom, left, right }: Range): string[][] {
  const columns = GRID_COLUMNS.flatMap((_, k) => (k >= left && k <= right ? (fieldAt(k) ?? []) : []));
  return listed.slice(top, bottom + 1).map((variable) => columns.map((field) => cellText(variable, field)));
}

const fieldsFrom = (left: number) => GRID_COLUMNS.slice(left).flatMap((_, k) => fieldAt(left + k) ?? []);

/** What is pasted, cell by cell. */
export interface Pasted {
  /** The cells that get a text. */
  cells: CellEdit[];
  /** Cells that hold something, on which nothing was pasted: they stay unless it is asked for. */
  empty: CellEdit[];
  note: string;
}

/** Fields that can be nothing. */
const EMPTIED: ReadonlySet<CodebookField> = new Set(['label', 'codes', 'question', 'missing', 'group', 'note']);

/** Pasted cells that have a text; empty cells do not clear anything. */
function withText(pasted: readonly CellEdit[], note: string): Pasted {
  const isBlank = ({ text }: CellEdit) => text.trim() === '';
  const empties = ({ variable, field }: CellEdit) =>
    EMPTIED.has(field) && fixed(variable, field) === null && cellText(variable, field) !== '';
  return {
    cells: pasted.filter((cell) => !isBlank(cell)),
    empty: pasted.filter((cell) => isBlank(cell) && empties(cell)),
    note,
  };
}

/** Where pasted texts go: to the variables whose names stand beside them, else from the first cell on. */
export function pasteInto(
  rows: readonly (readonly string[])[],
  listed: readonly RosterVariable[],
  all: readonly RosterVariable[],
  { top, bottom, left, right }: Range,
): Pasted {
  const [first] = rows;
  const fields = fieldsFrom(left);
  // One text goes into all that is selected.
  if (rows.length === 1 && first?.length === 1) {
    const inside = fieldsFrom(left).slice(0, fieldsFrom(left).length - fieldsFrom(right + 1).length);
    const cells = listed
      .slice(top, bottom + 1)
      .flatMap((variable) => inside.map((field) => ({ variable, field, text: first[0]! })));
    return withText(cells, '');
  }
  const byName = new Map(all.map((variable) => [variable.name, variable]));
  const named =
    fields[0] === 'name' && (first?.length ?? 0) > 1 && rows.every((row) => byName.has((row[0] ?? '').trim()));
  const cells = rows.flatMap((row, k): CellEdit[] => {
    const variable = named ? byName.get((row[0] ?? '').trim()) : listed[top + k];
    if (!variable) return [];
    return row.flatMap((text, j): CellEdit[] => {
      const field = fields[j];
      return field === undefined || (named && j === 0) ? [] : [{ variable, field, text }];
    });
  });
  const over = named ? 0 : Math.max(0, top + rows.length - listed.length);
  const note = named
    ? 'Matched by name.'
    : over > 0
      ? `${over === 1 ? 'One pasted row stands' : `${over} pasted rows stand`} below the last variable.`
      : '';
  return withText(cells, note);
}

/** The first row of a range again in all others of it; of one row, the one above it. */
export function fillDown(listed: readonly RosterVariable[], range: Range): CellEdit[] {
  const from = range.top === range.bottom ? range.top - 1 : range.top;
  const source = listed[from];
  if (!source) return [];
  const fields = GRID_COLUMNS.flatMap((_, k) => (k >= range.left && k <= range.right ? (fieldAt(k) ?? []) : []));
  const list = source.codeListId ?? undefined;
  // With its list a variable has the missing codes of it too.
  const usable = fields.filter(
    (field) => field !== 'name' && !(field === 'missing' && list !== undefined && fields.includes('codes')),
  );
  return listed.slice(from + 1, range.bottom + 1).flatMap((variable) =>
    usable.map((field) => ({
      variable,
      field,
      text: cellText(source, field),
      ...(field === 'codes' ? { list } : {}),
    })),
  );
}

const CLEARED: ReadonlySet<CodebookField> = new Set(['label', 'question', 'missing', 'group', 'note']);

/** Nothing, in all cells of a range that can be empty. */
export function clear(listed: readonly RosterVariable[], { top, bottom, left, right }: Range): CellEdit[] {
  const fields = GRID_COLUMNS.flatMap((_, k) => (k >= left && k <= right ? (fieldAt(k) ?? []) : []));
  return listed
    .slice(top, bottom + 1)
    .flatMap((variable) =>
      fields.filter((field) => CLEARED.has(field)).map((field) => ({ variable, field, text: '' })),
    );
}
