import { Fault } from '../../fault.js';
import { writtenAnswer } from './answer-text.js';
import { type FileLine, namedLines } from './file-lines.js';
import { type Mark, markKey, type Verdict, VERDICT_WORDS, VERDICTS } from './mark.js';
import { pathOf, pathsOf, standing } from './sheet.js';
import type { Theme, ThemeRecipe } from './shape.js';

/** The columns of codings as a table. */
const COLUMNS = ['answer', 'respondents', 'coder', 'settles', 'verdict', 'themes', 'quote'] as const;
/** Between the themes of an answer. */
const BETWEEN = '; ';

const YES = 'yes';

/**
 * Codings as the lines of a table, a line for each answer and coder, under a heading. Answers that are not coded have a
 * line too, so that they can be coded in a spreadsheet.
 * @param marks as the code sheet is now
 * @param coder whose lines they are; undefined: those of all, and what was settled
 */
export function codingsTable(
  { themes }: Pick<ThemeRecipe, 'themes'>,
  answers: readonly { text: string; respondents: number }[],
  marks: readonly Mark[],
  coder?: string,
): (string | number)[][] {
  const byText = new Map<string, Mark[]>();
  for (const mark of marks) {
    if (coder !== undefined && (mark.settles || mark.coder !== coder)) continue;
    byText.set(mark.text, [...(byText.get(mark.text) ?? []), mark]);
  }
  const lines = answers.flatMap(({ text, respondents }) => {
    const own = byText.get(text) ?? [];
    if (own.length === 0) return [[text, respondents, coder ?? '', '', '', '', '']];
    return own.map((mark) => [
      text,
      respondents,
      mark.coder,
      mark.settles ? YES : '',
      VERDICT_WORDS[mark.verdict],
      pathsOf(themes, mark.themes).join(BETWEEN),
      mark.quote ?? '',
    ]);
  });
  return [[...COLUMNS], ...lines];
}

function themesIn(themes: readonly Theme[], text: string, line: number): number[] {
  return text.split(BETWEEN.trim()).flatMap((name) => {
    const wanted = name.trim().toLowerCase();
    if (wanted === '') return [];
    const theme =
      standing(themes).find((own) => pathOf(themes, own).toLowerCase() === wanted) ??
      standing(themes).find((own) => own.name.trim().toLowerCase() === wanted);
    if (theme) return [theme.id];
    throw new Fault(
      'not-found',
      `Line ${line}: the code sheet has no theme “${name.trim()}”.`,
      'Put it on the code sheet, or write it as it stands there.',
      { line },
    );
  });
}

function verdictIn(text: string, themes: readonly number[], line: number): Verdict | null {
  const wanted = text.trim().toLowerCase();
  if (wanted === '') return themes.length > 0 ? 'themes' : null;
  const verdict = VERDICTS.find((own) => own === wanted || VERDICT_WORDS[own] === wanted);
  const words = Object.values(VERDICT_WORDS).join(', ');
  if (verdict === undefined)
    throw new Fault('invalid', `Line ${line}: “${text.trim()}” is no verdict.`, `Write ${words}, or nothing.`, {
      line,
    });
  if ((verdict === 'themes') === themes.length > 0) return verdict;
  const mend = verdict === 'themes' ? 'Name its themes, or clear the verdict.' : 'Clear its themes or its verdict.';
  throw new Fault('invalid', `Line ${line}: the verdict and the themes do not go together.`, mend, { line });
}

/**
 * The marks in the lines of a file, its heading first, in columns by their names. Lines without a verdict and themes
 * say nothing.
 * @param coder of lines that name none
 * @throws Fault naming the line that cannot be taken
 */
export function marksOfTable(
  { themes, coders }: Pick<ThemeRecipe, 'themes' | 'coders'>,
  lines: readonly FileLine[],
  coder?: string,
): Mark[] {
  const seen = new Map<string, number>();
  return namedLines(lines, COLUMNS, ['answer', 'themes']).flatMap(({ line, cell }): Mark[] => {
    const own = themesIn(themes, cell('themes'), line);
    const verdict = verdictIn(cell('verdict'), own, line);
    const text = writtenAnswer(cell('answer'));
    if (verdict === null || text === '') return [];
    const settles = cell('settles').trim().toLowerCase() === YES;
    const name = cell('coder').trim() || (coder ?? '');
    if (name === '' || (!settles && !coders.some((known) => known.name === name)))
      throw new Fault(
        'not-found',
        name === '' ? `Line ${line} does not say who coded.` : `Line ${line}: nobody called “${name}” codes here.`,
        `Name one of ${coders.map((known) => known.name).join(', ')}.`,
        { line },
      );
    const quote = cell('quote').trim() || null;
    const mark: Mark = { text, verdict, themes: own, coder: name, settles, quote };
    const key = markKey(mark);
    const before = seen.get(key);
    if (before !== undefined)
      throw new Fault('invalid', `Line ${line} codes what line ${before} codes.`, 'Take one of the two out.', { line });
    seen.set(key, line);
    return [mark];
  });
}
