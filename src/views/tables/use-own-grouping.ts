import { byId } from '../../core/by-id.js';
import { useEffect, useState } from 'react';
import type { StudyView } from '../../api/types.js';
import { assess } from '../../core/assess.js';
import type { Assessment } from '../../core/assess/types.js';
import { titleOf } from '../../core/codebook/types.js';
import { cutsOf } from '../../core/recode/regroup/cuts.js';
import { requestOf } from '../../core/reading/read.js';
import { blocksOf, type Sentence } from '../../core/table/sentence.js';
import { tabulate } from '../../core/table/tabulate.js';
import { client } from '../client.js';
import { countKey } from './count-key.js';

type Collapsing = Assessment['collapsing'][number];

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

/**
 * The collapsing check of axes that the analyst regrouped: over the groupings of the source's codes, with where the own
 * grouping stands among them. It needs another count, of the source, and comes after the table.
 */
export function useOwnGrouping(view: StudyView | null, sentence: Sentence | null, confidence: number): Collapsing[] {
  const [found, setFound] = useState<{ key: string; checks: Collapsing[] } | null>(null);
  const both =
    view && sentence && sentence.by.length > 0
      ? (['rows', 'columns'] as const).flatMap((axis) => regrouped(view, sentence, axis) ?? [])
      : [];
  const key = JSON.stringify(both.map((one) => [one.groups, one.title, countKey(view, one.asked)]));
  useEffect(() => {
    if (!view || both.length === 0) return;
    const abort = new AbortController();
    const one = async ({ axis, groups, title, asked }: (typeof both)[number]): Promise<Collapsing[]> => {
      const [counts] = await client.counts(view.study.id, asked, abort.signal);
      const [block] = blocksOf(asked);
      if (!counts || !block) return [];
      const table = tabulate(block, counts, view.variables);
      const request = requestOf(table, confidence);
      const categories = (axis === 'rows' ? table.rows : table.columns)?.categories ?? [];
      const cuts = cutsOf(
        groups,
        categories.map(({ code }) => code),
      );
      if (!request || !cuts) return [];
      const { collapsing } = assess({ ...request, cuts: { [axis]: cuts }, exact: { method: 'none' } });
      return collapsing.filter((check) => check.axis === axis).map((check) => ({ ...check, of: title }));
    };
    Promise.all(both.map(one)).then(
      (checks) => setFound({ key, checks: checks.flat() }),
      // The table itself says what is wrong; without this check it stands all the same.
      () => undefined,
    );
    return () => abort.abort();
    // The key holds all of the view and the sentence that these counts depend on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, confidence]);
  return found?.key === key ? found.checks : NONE;
}

const NONE: Collapsing[] = [];
