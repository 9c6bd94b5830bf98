import type { RosterVariable } from '../../api/types.js';
import { changeCondition } from '../../core/table/edit-clauses.js';
import { type Clause, type Condition, conditionsOf, type Nest, type Sentence } from '../../core/table/sentence.js';
import type { Draft } from './url.js';

/** Where a condition starts: all answers of a coded variable, or any number. */
export function startCondition(variable: RosterVariable): Condition {
  return variable.level === 'number'
    ? { variable: variable.id, is: 'between', from: null, to: null }
    : { variable: variable.id, is: 'any-of', codes: [] };
}

/** Whether a condition says anything yet. */
export function isComplete(condition: Condition): boolean {
  if (condition.is === 'between') return condition.from !== null || condition.to !== null;
  return condition.is === 'at-least' || condition.codes.length > 0;
}

/** Clauses without conditions that say nothing yet. */
function completed(only: readonly Clause[]): readonly Clause[] {
  return conditionsOf(only).reduceRight<readonly Clause[]>(
    (rest, condition, at) => (isComplete(condition) ? rest : changeCondition(rest, at, null)),
    only,
  );
}

/** The sentence that a draft asks for; null while its rows are not chosen. */
export function sentenceOfDraft(draft: Draft): Sentence | null {
  if (draft.rows.length === 0) return null;
  // Without groups there is nothing to split; the slot keeps its variable until there are some again.
  return { ...draft, within: draft.by.length === 0 ? null : draft.within, only: completed(draft.only) };
}

/** The variable of a side where it stands there alone. */
export function soleOn({ rows, by }: Draft, side: 'rows' | 'by'): number | null {
  if (side === 'rows') return rows.length === 1 ? rows[0]!.variable : null;
  return by.length === 1 && by[0]!.length === 1 ? by[0]![0]! : null;
}

/** A row item with another variable; what was wanted of the one before is not of this one. */
export function withRow(draft: Draft, at: number, id: number): Draft {
  const rows = [...draft.rows];
  rows[at] = { variable: id };
  return { ...draft, rows };
}

/** Items whose answers go across, or no more; what stood across before is gone. */
export const asBattery = (draft: Draft, battery: boolean): Draft => ({
  ...draft,
  by: battery ? [] : draft.by,
  battery: battery || undefined,
  summary: battery ? undefined : draft.summary,
});

const withoutAt = <T>(list: readonly T[], at: number): T[] => list.filter((_, k) => k !== at);

export const withoutRow = (draft: Draft, at: number): Draft => ({ ...draft, rows: withoutAt(draft.rows, at) });

/** What stands across with a variable at a level of a nest; a nest or level that is not there yet is added. */
export function withLevel(draft: Draft, nest: number, level: number, id: number): Draft {
  const by = draft.by.map((item): Nest => [...item]);
  const levels = [...(by[nest] ?? [])];
  levels[level] = id;
  by[nest] = levels;
  return { ...draft, by, battery: undefined };
}

/** What stands across without a variable; a nest that is left empty goes too. */
export function withoutLevel(draft: Draft, nest: number, level: number): Draft {
  const by = draft.by
    .map((item, k) => (k === nest ? withoutAt(item, level) : item))
    .filter((candidate) => candidate.length > 0);
  return { ...draft, by };
}
