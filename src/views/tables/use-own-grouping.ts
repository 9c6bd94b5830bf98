import { byId } from '../../core/by-id.js';
import { useQuery } from '@tanstack/react-query';
import type { StudyView } from '../../api/types.js';
import { assess } from '../../core/assess.js';
import type { Assessment } from '../../core/assess/types.js';
import { titleOf } from '../../core/codebook/types.js';
import { cutsOf } from '../../core/recode/regroup/cuts.js';
import { requestOf } from '../../core/reading/read.js';
import { blocksOf, type Sentence } from '../../core/table/sentence.js';
import { tabulate } from '../../core/table/tabulate.js';
import { fetched } from '../server/stale.js';
import { countKey } from './count-key.js';
import { countsOf } from './counts-of.js';

type Collapsing = Assessment['collapsing'][number];

const NONE: Collapsing[] = [];

/**
 * An axis of the sentence that was regrouped out of an ordered variable, with the sentence that asks for its source.
 */
function regrouped(view: StudyView, sentence: Sentence, axis: 'rows' | 'columns') {
  const [row, nest] = [sentence.rows[0], sentence.by[0] ?? []];
  const [by, ...inner] = nest;
  const id = axis === 'rows' ? row?.variable : inner.length === 0 ? by : undefined;
  const working = view.workings.find(({ variable }) => variable === id);
  if (working?.recipe.kind !== 'regroup') return null;
  const { source, groups } = working.recipe;
  const variable = byId(view.variables, source);
  if (variable?.level !== 'ordered' || source === row?.variable || nest.includes(source)) return null;
  const asked: Sentence =
    axis === 'rows' ? { ...sentence, rows: [{ variable: source }] } : { ...sentence, by: [[source]] };
  return { axis, groups, title: titleOf(variable), asked };
}

type Regrouped = NonNullable<ReturnType<typeof regrouped>>;

/** Counts the source of a grouping, and checks where the grouping stands among those that its codes allow. */
async function checked(
  view: StudyView,
  { axis, groups, title, asked }: Regrouped,
  confidence: number,
  signal: AbortSignal,
): Promise<Collapsing[]> {
  const [counts] = await countsOf(view.study.id, asked, signal);
  const [block] = blocksOf(asked);
  if (!counts || !block) return NONE;
  const table = tabulate(block, counts, view.variables);
  const request = requestOf(table, confidence);
  const codes = ((axis === 'rows' ? table.rows : table.columns)?.categories ?? []).map(({ code }) => code);
  const cuts = cutsOf(groups, codes);
  if (!request || !cuts) return NONE;
  const { collapsing } = assess({ ...request, cuts: { [axis]: cuts }, exact: { method: 'none' } });
  return collapsing.filter((check) => check.axis === axis).map((check) => ({ ...check, of: title }));
}

/**
 * The collapsing check of axes that the analyst regrouped: over the groupings of the source's codes, with where the own
 * grouping stands among them. It needs another count, of the source, and comes after the table.
 */
export function useOwnGrouping(view: StudyView | null, sentence: Sentence | null, confidence: number): Collapsing[] {
  const both =
    view && sentence && sentence.by.length > 0
      ? (['rows', 'columns'] as const).flatMap((axis) => regrouped(view, sentence, axis) ?? [])
      : [];
  const { data } = useQuery(
    {
      // The key names all of the view and the sentence that these checks depend on.
      queryKey: ['own grouping', both.map((own) => [own.groups, own.title, countKey(view, own.asked)]), confidence],
      queryFn: async ({ signal }) =>
        view ? (await Promise.all(both.map((own) => checked(view, own, confidence, signal)))).flat() : NONE,
      // The table itself says what is wrong with it; without this check it stands all the same.
      enabled: both.length > 0,
      staleTime: Infinity,
    },
    fetched,
  );
  return both.length > 0 && data ? data : NONE;
}
