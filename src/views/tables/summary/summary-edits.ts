import { createContext } from 'react';
import { type Choice, type FigureChoice, MOST_DECIMALS } from '../../../core/table/figure-choice.js';
import type { RowItem } from '../../../core/table/sentence.js';
import { figuresChosen, isChosen } from '../../../core/view/figures-shown.js';
import type { BlockView } from '../../../core/view/types.js';
import type { Draft } from '../url.js';

/** A summary that can be edited where it stands; null: it is only looked at. */
export const SummaryEdits = createContext<SummaryEditing | null>(null);

/** The sentence of a summary, and how it is changed. */
export interface SummaryEditing {
  draft: Draft;
  change: (draft: Draft) => void;
  /** Numbers whose values can be listed one by one. */
  listable: ReadonlySet<number>;
}

/** A sentence as a summary, with one grouping at most; or as tables again. */
export const asSummary = (draft: Draft, summary: boolean): Draft => ({
  ...draft,
  by: summary ? draft.by.slice(0, 1) : draft.by,
  battery: summary ? undefined : draft.battery,
  summary: summary || undefined,
});

/** Figures of numbers that stand together in a summary, by what they are called. */
export const NUMBER_PAIRS = {
  'mean (sd)': ['mean', 'sd'],
  'median [quartiles]': ['median', 'quartiles'],
  'minimum to maximum': ['minimum', 'maximum'],
} as const satisfies Record<string, readonly Choice[]>;
type NumberPair = keyof typeof NUMBER_PAIRS;

/** Whether both figures of a pair are chosen. */
export const hasPair = (choices: readonly FigureChoice[], pair: NumberPair): boolean =>
  NUMBER_PAIRS[pair].every((figure) => isChosen(choices, figure));

/** Figures with a pair at their end, or without it; a summary of numbers shows one at least. */
export function withPair(choices: readonly FigureChoice[], pair: NumberPair): FigureChoice[] {
  const figures: readonly Choice[] = NUMBER_PAIRS[pair];
  const rest = choices.filter(({ figure }) => !figures.includes(figure));
  return hasPair(choices, pair) ? rest : [...rest, ...figures.map((figure) => ({ figure }))];
}

/** A row item with something else said of it. */
export const withItem = (draft: Draft, at: number, more: Partial<RowItem>): Draft => ({
  ...draft,
  rows: draft.rows.map((row, k) => (k === at ? { ...row, ...more } : row)),
});

/** A row item in another place. */
export function withItemAt(draft: Draft, from: number, to: number): Draft {
  const rows = [...draft.rows];
  const [item] = rows.splice(from, 1);
  if (item) rows.splice(to, 0, item);
  return { ...draft, rows };
}

/** How many decimals the figures of an item have; null where all are counts. */
export function decimalsIn(block: BlockView, choices: readonly FigureChoice[]): number | null {
  const [first] = figuresChosen(block, choices).filter(({ unit }) => unit !== 'count' && unit !== 'text');
  return first?.decimals ?? null;
}

/** The figures of an item with so many decimals more, or fewer; counts have none. */
export const withDecimalsMore = (
  block: BlockView,
  choices: readonly FigureChoice[],
  more: number,
): readonly FigureChoice[] =>
  choices.map((choice) => {
    const [figure] = figuresChosen(block, [choice]);
    if (!figure || figure.unit === 'count' || figure.unit === 'text') return choice;
    return { ...choice, decimals: Math.min(MOST_DECIMALS, Math.max(0, figure.decimals + more)) };
  });
