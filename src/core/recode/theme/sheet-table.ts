import { byId } from '../../by-id.js';
import { Fault } from '../../fault.js';
import { type FileLine, namedLines, type NamedLine } from './file-lines.js';
import { sheetLines } from './sheet-edits.js';
import { MOST_THEMES, type Theme } from './shape.js';

/** The columns of a code sheet as a table. */
const COLUMNS = ['number', 'theme', 'under', 'merged into', 'definition', 'belongs', 'not'] as const;
type SheetFileLine = NamedLine<(typeof COLUMNS)[number]>;

/** How long a name, and what is said of a theme, may be. */
const [MOST_OF_NAME, MOST_OF_WORDS] = [200, 2000];

const folded = (name: string) => name.trim().toLowerCase();

/** A code sheet as the lines of a table under a heading: the themes in their order, then those that were merged. */
export function sheetTable(themes: readonly Theme[]): (string | number)[][] {
  const nameOf = (id: number | null) => byId(themes, id)?.name ?? '';
  const all = [...sheetLines(themes).map(({ theme }) => theme), ...themes.filter(({ into }) => into !== null)];
  const lines = all.map(({ id, name, under, into, definition = '', belongs = '', not = '' }) => [
    id,
    name,
    nameOf(under),
    nameOf(into),
    definition,
    belongs,
    not,
  ]);
  return [[...COLUMNS], ...lines];
}

function lineNumber(line: SheetFileLine): number | null {
  const written = line.cell('number').trim();
  if (written === '') return null;
  const number = Number(written);
  if (Number.isInteger(number) && number >= 1 && number <= 100_000) return number;
  throw new Fault('invalid', `Line ${line.line}: “${written}” is no number of a theme.`, 'Leave it empty.', {
    line: line.line,
  });
}

/** Numbers of the themes of a file: those that they have on the sheet, by name or by number, or new ones. */
function numbered(lines: readonly SheetFileLine[], before: readonly Theme[]): Map<SheetFileLine, number> {
  const taken = new Map<number, SheetFileLine>();
  const ids = new Map<SheetFileLine, number>();
  const give = (line: SheetFileLine, id: number) => {
    taken.set(id, line);
    ids.set(line, id);
  };
  for (const line of lines) {
    const alike = before.filter(({ id, name }) => folded(name) === folded(line.cell('theme')) && !taken.has(id));
    const isMerged = line.cell('merged into').trim() !== '';
    const theme = alike.find(({ into }) => (into !== null) === isMerged) ?? alike[0];
    if (theme) give(line, theme.id);
  }
  for (const line of lines) {
    const number = lineNumber(line);
    if (number !== null && !ids.has(line) && !taken.has(number)) give(line, number);
  }
  let next = Math.max(0, ...before.map(({ id }) => id), ...taken.keys());
  for (const line of lines) if (!ids.has(line)) give(line, ++next);
  return ids;
}

function checkWords(lines: readonly SheetFileLine[]): void {
  const seen = new Map<string, number>();
  for (const { line, cell } of lines) {
    const name = cell('theme').trim();
    const refuse = (message: string, mend: string) => new Fault('invalid', `Line ${line}${message}`, mend, { line });
    if (name === '') throw refuse(' names no theme.', 'Name it, or take the line out.');
    if (name.length > MOST_OF_NAME) throw refuse(': the name is too long.', `Write up to ${MOST_OF_NAME} letters.`);
    for (const column of ['definition', 'belongs', 'not'] as const)
      if (cell(column).length > MOST_OF_WORDS)
        throw refuse(`: “${column}” is too long.`, `Write up to ${MOST_OF_WORDS} letters.`);
    if (cell('merged into').trim() !== '') continue;
    const twice = seen.get(folded(name));
    if (twice !== undefined)
      throw refuse(` names the theme “${name}” that line ${twice} names.`, 'Take one of the two out.');
    seen.set(folded(name), line);
  }
}

/**
 * A code sheet from the lines of a file, its heading first. A theme that is on the sheet already, by its name or else
 * by its number, stays the same theme, so that its codings stay with it. Themes that the file does not name stay at
 * the end: nothing coded is lost.
 * @param before the sheet until now
 * @throws Fault naming the line that cannot be taken
 */
export function sheetOfTable(lines: readonly FileLine[], before: readonly Theme[]): Theme[] {
  const written = namedLines(lines, COLUMNS, ['theme']).filter(({ cell }) =>
    COLUMNS.some((column) => cell(column).trim() !== ''),
  );
  checkWords(written);
  const ids = numbered(written, before);
  const given = new Set(ids.values());
  const kept = before.filter(({ id }) => !given.has(id));
  const idCalled = (name: string) => {
    const lineOf = (isMerged: boolean) =>
      written.find(
        ({ cell }) => folded(cell('theme')) === folded(name) && (cell('merged into').trim() !== '') === isMerged,
      );
    const line = lineOf(false) ?? lineOf(true);
    return line ? ids.get(line)! : (kept.find((theme) => folded(theme.name) === folded(name))?.id ?? null);
  };
  const other = ({ line, cell }: SheetFileLine, column: 'under' | 'merged into') => {
    const name = cell(column).trim();
    if (name === '') return null;
    const id = idCalled(name);
    if (id !== null) return id;
    throw new Fault('not-found', `Line ${line}: there is no theme “${name}”.`, `Name one of the file in “${column}”.`, {
      line,
    });
  };
  const themes = written.map((line): Theme => {
    const words = (['definition', 'belongs', 'not'] as const).flatMap((column) => {
      const text = line.cell(column).trim();
      return text === '' ? [] : [[column, text] as const];
    });
    const into = other(line, 'merged into');
    const under = into === null ? other(line, 'under') : null;
    return { id: ids.get(line)!, name: line.cell('theme').trim(), ...Object.fromEntries(words), under, into };
  });
  const all = [...themes, ...kept];
  if (all.length <= MOST_THEMES) return all;
  throw new Fault('too-large', `These are ${all.length} themes.`, `A code sheet has up to ${MOST_THEMES}.`, {});
}
