import { assess } from '../assess.js';
import type { Assessment } from '../assess/types.js';
import { byId } from '../by-id.js';
import { titleOf, type Variable } from '../codebook/types.js';
import type { CountArray } from '../count/types.js';
import type { Recipe } from '../recode/recipe-shape.js';
import { cutsOf } from '../recode/regroup/cuts.js';
import { blocksOf, type Sentence } from '../table/sentence.js';
import { tabulate } from '../table/tabulate.js';
import { requestOf } from './read.js';

/** Where a grouping stands among those that its source's codes allow. */
export type GroupingCheck = Assessment['collapsing'][number];

/** An axis that was regrouped out of an ordered variable, with the sentence that asks for its source. */
export interface RegroupedAxis {
  axis: 'rows' | 'columns';
  /** The codes of the source that each group is made of. */
  groups: readonly { from: readonly string[] }[];
  /** The source's title. */
  title: string;
  asked: Sentence;
}

/** A study as far as groupings are looked for in it. */
interface Made {
  variables: readonly Variable[];
  workings: readonly { recipe: Recipe; variable: number }[];
}

function regroupedAxis({ variables, workings }: Made, sentence: Sentence, axis: 'rows' | 'columns'): RegroupedAxis[] {
  const [row, nest] = [sentence.rows[0], sentence.by[0] ?? []];
  const [by, ...inner] = nest;
  const id = axis === 'rows' ? row?.variable : inner.length === 0 ? by : undefined;
  const working = workings.find(({ variable }) => variable === id);
  if (working?.recipe.kind !== 'regroup') return [];
  const { source, groups } = working.recipe;
  const variable = byId(variables, source);
  if (variable?.level !== 'ordered' || source === row?.variable || nest.includes(source)) return [];
  const asked: Sentence =
    axis === 'rows' ? { ...sentence, rows: [{ variable: source }] } : { ...sentence, by: [[source]] };
  return [{ axis, groups, title: titleOf(variable), asked }];
}

/** The axes of a block's sentence that were regrouped out of ordered variables; none of a frequency table. */
export function regroupedAxes(study: Made, sentence: Sentence): RegroupedAxis[] {
  if (sentence.by.length === 0) return [];
  return (['rows', 'columns'] as const).flatMap((axis) => regroupedAxis(study, sentence, axis));
}

/**
 * Checks where a grouping stands among those that its source's codes allow.
 * @param counts of the sentence that asks for the source
 */
export function groupingChecks(
  { axis, groups, title, asked }: RegroupedAxis,
  counts: CountArray,
  variables: readonly Variable[],
  confidence: number,
): GroupingCheck[] {
  const [block] = blocksOf(asked);
  if (!block) return [];
  const table = tabulate(block, counts, variables);
  const request = requestOf(table, confidence);
  const codes = ((axis === 'rows' ? table.rows : table.columns)?.categories ?? []).map(({ code }) => code);
  const cuts = cutsOf(groups, codes);
  if (!request || !cuts) return [];
  const { collapsing } = assess({ ...request, cuts: { [axis]: cuts }, exact: { method: 'none' } });
  return collapsing.filter((check) => check.axis === axis).map((check) => ({ ...check, of: title }));
}

/** An assessment in which a regrouped axis is checked over its source's codes and not over its own few. */
export function withOwnGrouping(assessment: Assessment, own: readonly GroupingCheck[]): Assessment {
  if (own.length === 0) return assessment;
  const rest = assessment.collapsing.filter(({ axis }) => own.every((check) => check.axis !== axis));
  return { ...assessment, collapsing: [...own, ...rest] };
}
