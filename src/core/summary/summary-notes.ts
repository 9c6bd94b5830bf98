import type { Adjustment } from '../infer/adjust.js';
import { whole } from '../figures.js';
import { ADJUSTMENT_WORDS } from '../reading/adjustment-words.js';
import type { SummaryShown } from '../table/summary-shape.js';
import type { ItemStatistic } from '../view/types.js';
import { and } from '../words.js';
import { type SummarisedItem, unanswered } from './summary-lines.js';

/** Who gave no answer, variable by variable. */
function missingNote(items: readonly SummarisedItem[]): string[] {
  const some = items.flatMap(({ view, block }) => {
    const respondents = unanswered(block);
    return respondents === 0 ? [] : [`${view.title} ${whole(respondents)}`];
  });
  if (some.length === 0) return ['Everybody gave an answer to each variable.'];
  return [`Without an answer, and in no figure of that variable: ${some.join('; ')}.`];
}

function weightNote([first]: readonly SummarisedItem[]): string[] {
  const by = first?.block.weightedBy ?? null;
  return by === null ? [] : [`All figures but unweighted counts are weighted by ${by}.`];
}

/** Questions of which a respondent can be in several lines. */
function multipleNote(items: readonly SummarisedItem[]): string[] {
  const titles = items.flatMap(({ view }) => (view.multiple ? [view.title] : []));
  if (titles.length === 0) return [];
  return [`A respondent can be in several lines of ${and(titles)}; percentages are of respondents.`];
}

/** Titles of the variables of which the same is said. @param said of each; null: nothing */
function byNote(said: readonly (string | null)[], items: readonly SummarisedItem[]): Map<string, string[]> {
  const titles = new Map<string, string[]>();
  said.forEach((note, k) => {
    if (note !== null) titles.set(note, [...(titles.get(note) ?? []), items[k]?.view.title ?? '']);
  });
  return titles;
}

/** Names of tests, each with the variables that it is of. */
function testsNote(items: readonly SummarisedItem[], statistics: readonly ItemStatistic[]): string[] {
  const titles = byNote(
    statistics.map(({ test }) => test?.name ?? null),
    items,
  );
  if (titles.size === 0) return [];
  return [`Tests: ${[...titles].map(([name, of]) => `${name} (${of.join(', ')})`).join('; ')}.`];
}

function adjustedNote(tested: number, adjusted: Adjustment | null): string[] {
  if (adjusted === null || tested === 0) return [];
  return [`p is adjusted over the ${whole(tested)} tests of this table by ${ADJUSTMENT_WORDS[adjusted]}.`];
}

/** What to be careful about, each said once for all variables that it is of. */
function carefulNotes(items: readonly SummarisedItem[], statistics: readonly ItemStatistic[]): string[] {
  const titles = byNote(
    statistics.map(({ note }) => note),
    items,
  );
  return [...titles].map(([note, of]) =>
    of.length === items.length && of.length > 1 ? note : `${of.join(', ')}: ${note}`,
  );
}

/** What of a summary is worked out, for what is said under it. */
interface Noted {
  items: readonly SummarisedItem[];
  statistics: readonly ItemStatistic[];
  /** How many of them are tested, those that are withheld among them. */
  tested: number;
  shown: SummaryShown;
}

/** What is said under a summary: who gave no answer, what was tested, and what to be careful about. */
export function summaryNotes({ items, statistics, tested, shown }: Noted): string[] {
  const { missing = 'note', adjusted = null, columns } = shown;
  const hasTests = !columns || columns.some((column) => column !== 'measure');
  return [
    ...(missing === 'note' ? missingNote(items) : []),
    ...weightNote(items),
    ...multipleNote(items),
    ...(hasTests ? [...testsNote(items, statistics), ...adjustedNote(tested, adjusted)] : []),
    ...carefulNotes(items, statistics),
  ];
}
