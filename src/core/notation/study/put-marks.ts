import type { StateOf } from '../../ledger/delta-shape.js';
import type { StudyState } from '../../ledger/study-state.js';
import { markKey } from '../../recode/theme/mark.js';
import { problemAt, type TextProblem } from '../text/problem.js';
import type { Applying } from './apply-shape.js';

/** What was coded by hand, as a text has it. */
export interface PutMarks {
  mark: StudyState['mark'];
  problems: TextProblem[];
}

const keyOf = (mark: StateOf<'mark'>) => `${mark.working} ${markKey(mark)}`;

const isSame = (a: StateOf<'mark'>, b: StateOf<'mark'>) =>
  a.verdict === b.verdict && a.quote === b.quote && a.coder === b.coder && a.themes.join() === b.themes.join();

/** Puts the codings of a text in the place of those of the study. */
export function putMarks(
  { written, now, isWhole, fresh, at }: Applying,
  ids: ReadonlyMap<string, number>,
  { variable, working }: Pick<StudyState, 'variable' | 'working'>,
): PutMarks {
  const problems: TextProblem[] = [];
  const old = new Map([...now.mark].map(([id, mark]) => [keyOf(mark), id]));
  const mark: PutMarks['mark'] = new Map();
  const stays = (own: StateOf<'mark'>) => !isWhole && working.has(own.working);
  for (const [id, own] of now.mark) if (stays(own)) mark.set(id, own);
  for (const { of, coder, settles, marks, place } of written.codings) {
    const workingId = variable.get(ids.get(of) ?? 0)?.workingId ?? null;
    const recipe = workingId === null ? undefined : working.get(workingId)?.recipe;
    if (workingId === null || recipe?.kind !== 'theme') {
      problems.push(problemAt(place, `${of} is not made of themes.`, 'Codings are of what “codes themes in” makes.'));
      continue;
    }
    const themes = new Set(recipe.themes.map(({ id }) => id));
    const unknown = marks.flatMap((own) => own.themes).find((theme) => !themes.has(theme));
    if (unknown !== undefined)
      problems.push(problemAt(place, `${of} has no theme ${unknown}.`, 'Say the theme, or take the coding out.'));
    for (const { text, verdict, themes: own, quote } of marks) {
      const made = { working: workingId, text, verdict, themes: [...own], coder, settles, quote, madeAt: at };
      const id = old.get(keyOf(made));
      const before = id === undefined ? undefined : now.mark.get(id);
      mark.set(id ?? fresh('mark'), before && isSame(before, made) ? before : made);
    }
  }
  return { mark: new Map([...mark].sort(([a], [b]) => a - b)), problems };
}
