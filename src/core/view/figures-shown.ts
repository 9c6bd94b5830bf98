import { byId } from '../by-id.js';
import { type Choice, type FigureChoice, figuresOfChoice, NUMBER_CHOICES } from '../table/figure-choice.js';
import type { Percent } from '../table/share.js';
import type { BlockView, Figure, ItemView } from './types.js';

/** The figures that were chosen, for the table or for an item. */
interface Chosen {
  figures?: readonly FigureChoice[] | undefined;
}

/** What figures are chosen for. */
type Item = Chosen & { number?: boolean | undefined };

/** What cells show where nothing was chosen. */
const USUAL: readonly FigureChoice[] = [{ figure: 'column-percent' }, { figure: 'count' }];
/** The columns of a frequency table where nothing was chosen. */
const USUAL_COLUMNS: readonly FigureChoice[] = [
  { figure: 'respondents' },
  { figure: 'count' },
  { figure: 'column-percent' },
  { figure: 'cumulative-percent' },
  { figure: 'mentions' },
  { figure: 'mentions-percent' },
  { figure: 'average-place' },
];

/** What is shown of a number in groups where nothing was chosen, and of one that stands alone. */
const USUAL_NUMBER: readonly FigureChoice[] = [{ figure: 'mean' }, { figure: 'sd' }, { figure: 'median' }];
const USUAL_NUMBER_ALONE: readonly FigureChoice[] = [
  { figure: 'respondents' },
  { figure: 'count' },
  { figure: 'mean' },
  { figure: 'mean-limits' },
  { figure: 'sd' },
  { figure: 'median' },
  { figure: 'quartiles' },
  { figure: 'minimum' },
  { figure: 'maximum' },
];

/** What stands beside figures of numbers as well. */
const BESIDE_NUMBERS: readonly Choice[] = ['count', 'respondents', 'letters'];

/** Whether a figure says something of numbers alone. */
export const isOfNumber = (figure: Choice): boolean => NUMBER_CHOICES.some((choice) => choice === figure);

/** Of numbers, what a whole table shows is chosen where it says something of numbers at all. */
function numberChoices(chosen: readonly FigureChoice[] | undefined, usual: readonly FigureChoice[]) {
  return chosen?.some(({ figure }) => isOfNumber(figure)) === true
    ? chosen.filter(({ figure }) => isOfNumber(figure) || BESIDE_NUMBERS.includes(figure))
    : usual;
}

/**
 * What the cells of a cross table show: what was chosen for the item, or for the table, or what is usual.
 * @example choicesOf({}) // [{ figure: 'column-percent' }, { figure: 'count' }]
 */
export function choicesOf(shown: Chosen, item: Item = {}): readonly FigureChoice[] {
  if (item.figures) return item.figures;
  return item.number === true ? numberChoices(shown.figures, USUAL_NUMBER) : (shown.figures ?? USUAL);
}

/** What a summary shows of categories, and of numbers, where nothing was chosen. */
const USUAL_SUMMARY: readonly FigureChoice[] = [{ figure: 'count' }, { figure: 'column-percent' }];
const USUAL_SUMMARY_NUMBER: readonly FigureChoice[] = [{ figure: 'mean' }, { figure: 'sd' }];

/**
 * What a summary shows of an item: of a number what was chosen of numbers, of categories all else that was chosen.
 * @example summaryChoices({}, { number: true }) // [{ figure: 'mean' }, { figure: 'sd' }]
 */
export function summaryChoices(shown: Chosen, item: Item): readonly FigureChoice[] {
  if (item.figures) return item.figures;
  const isNumber = item.number === true;
  const own = (shown.figures ?? []).filter(({ figure }) => isOfNumber(figure) === isNumber);
  return own.length > 0 ? own : isNumber ? USUAL_SUMMARY_NUMBER : USUAL_SUMMARY;
}

/** What is chosen for a whole summary, of categories and of numbers. */
export const wholeSummaryChoices = (shown: Chosen): readonly FigureChoice[] => [
  ...summaryChoices(shown, {}),
  ...summaryChoices(shown, { number: true }),
];

/** The columns of a frequency table; where lines have no order, shares are added up only if that was chosen. */
export function columnChoices(shown: Chosen, item: Item & Pick<ItemView, 'ordered'>): readonly FigureChoice[] {
  if (item.number === true && !item.figures) return numberChoices(shown.figures, USUAL_NUMBER_ALONE);
  const chosen = item.figures ?? shown.figures;
  return chosen ?? USUAL_COLUMNS.filter(({ figure }) => figure !== 'cumulative-percent' || item.ordered);
}

export const isChosen = (choices: readonly FigureChoice[], choice: Choice): boolean =>
  choices.some(({ figure }) => figure === choice);

const PERCENTAGES: Partial<Record<Choice, Percent>> = {
  'column-percent': 'column',
  'row-percent': 'row',
  'total-percent': 'total',
  'mentions-percent': 'mentions',
};

/** The percentage that stands first; null where none is shown. */
export const mainPercentage = (choices: readonly FigureChoice[]): Choice | null =>
  choices.find(({ figure }) => PERCENTAGES[figure])?.figure ?? null;

/** Of which percentages a reading speaks: of those that stand first in the cells. */
export function percentOf(choices: readonly FigureChoice[]): Percent {
  const main = mainPercentage(choices);
  return (main && PERCENTAGES[main]) ?? 'column';
}

/** The figures of a block that a choice shows, with the decimals that were chosen. */
function figuresFor(block: BlockView, { figure, decimals }: FigureChoice): Figure[] {
  for (const ids of figuresOfChoice(figure)) {
    const figures = ids.flatMap((id) => byId(block.figures, id) ?? []);
    if (figures.length > 0) return figures.map((own) => (decimals === undefined ? own : { ...own, decimals }));
  }
  return [];
}

/** Letters compare column percentages, or means, and stand beside no others. */
export const lettersCanStand = (choices: readonly FigureChoice[]): boolean =>
  isChosen(choices, 'column-percent') || isChosen(choices, 'mean');

const canStand = ({ figure }: FigureChoice, choices: readonly FigureChoice[]) =>
  figure !== 'letters' || lettersCanStand(choices);

/**
 * The figures of a block that are shown, in their order, each once. Where options are counted by their place, that
 * stands first; what the block does not have is passed over. Column percentages stand in for others that were chosen,
 * as those of mentions where options do not overlap, and where the block has nothing of what was chosen.
 */
export function figuresChosen(block: BlockView, choices: readonly FigureChoice[]): Figure[] {
  const shown = choices.filter((choice) => canStand(choice, choices));
  const isThere = shown.some((choice) => PERCENTAGES[choice.figure] && figuresFor(block, choice).length > 0);
  const own = shown.flatMap((choice) => {
    const isMissed = !isThere && PERCENTAGES[choice.figure] !== undefined;
    return figuresFor(block, isMissed ? { ...choice, figure: 'column-percent' } : choice);
  });
  const figures = [
    ...(isChosen(choices, 'average-place') ? [] : figuresFor(block, { figure: 'average-place' })),
    ...(own.length > 0 ? own : figuresFor(block, { figure: 'column-percent' })),
  ];
  return figures.filter(({ id }, k) => figures.findIndex((figure) => figure.id === id) === k);
}

/** Whether letters are shown in some cells of a block. */
export const showsLetters = (block: BlockView, choices: readonly FigureChoice[]): boolean =>
  figuresChosen(block, choices).some(({ id }) => id === 'letters');
