import type { Mark } from './mark.js';
import { standsFor } from './sheet.js';
import type { Theme, ThemeRecipe } from './shape.js';

/** What was said of one answer by all who coded it, as the sheet is now. */
export interface Stand {
  /** What counts: what was settled, else what the first coder said who coded it. */
  counts: Mark;
  /** Coders said it differently. */
  differs: boolean;
  settled: boolean;
}

/**
 * A mark as the code sheet is now: themes that were merged are those that they were merged into, each once, in the
 * order of the sheet; one whose themes are all gone fits none.
 */
export function asOnSheet(themes: readonly Theme[], mark: Mark): Mark {
  if (mark.verdict !== 'themes') return mark;
  const given = new Set(mark.themes.map((id) => standsFor(themes, id)));
  const now = themes.filter(({ id }) => given.has(id)).map(({ id }) => id);
  return { ...mark, verdict: now.length === 0 ? 'fits-nothing' : 'themes', themes: now };
}

/** Whether two marks, both as the code sheet is now, say the same. */
export const saysSame = (a: Mark, b: Mark): boolean =>
  a.verdict === b.verdict && a.themes.length === b.themes.length && a.themes.every((id, k) => id === b.themes[k]);

/**
 * What counts of the marks, by answer.
 * @param marks of all coders
 * @returns by the text of the answer; an answer that nobody coded is not among them
 */
export function standsOf({ themes, coders }: ThemeRecipe, marks: readonly Mark[]): Map<string, Stand> {
  const ranks = new Map(coders.map(({ name }, k) => [name, k]));
  const rankOf = ({ settles, coder }: Mark) => (settles ? -1 : (ranks.get(coder) ?? coders.length));
  const byText = new Map<string, Mark[]>();
  for (const mark of marks) {
    const all = byText.get(mark.text);
    if (all) all.push(mark);
    else byText.set(mark.text, [mark]);
  }
  const stands = new Map<string, Stand>();
  for (const [text, all] of byText) {
    const now = all.map((mark) => asOnSheet(themes, mark)).sort((a, b) => rankOf(a) - rankOf(b));
    const [first, ...others] = now.filter(({ settles }) => !settles);
    const settled = now.find(({ settles }) => settles);
    const counts = settled ?? first;
    if (!counts) continue;
    const differs = first !== undefined && others.some((other) => !saysSame(first, other));
    stands.set(text, { counts, differs, settled: settled !== undefined });
  }
  return stands;
}
