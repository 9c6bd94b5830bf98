import {
  type Choice,
  CHOICES,
  figuresOfChoice,
  NUMBER_CHOICES,
  SCALE_CHOICES,
} from '../../core/table/figure-choice.js';
import { byId } from '../../core/by-id.js';
import type { TableView } from '../../core/view/types.js';

interface Words {
  name: string;
  /** What it is, in a sentence. */
  about: string;
}

/** What each figure is called where it is chosen. */
export const FIGURE_WORDS: Record<Choice, Words> = {
  'column-percent': { name: 'column %', about: 'Of all in the column who answered.' },
  'all-percent': {
    name: '% of all',
    about: 'Of all in the column who were asked, with a row for each kind of no answer.',
  },
  'row-percent': { name: 'row %', about: 'Of all in the row, over the columns.' },
  'total-percent': { name: 'total %', about: 'Of all in the table.' },
  'mentions-percent': { name: 'mentions %', about: 'Of all mentions in the column.' },
  'cumulative-percent': { name: '% so far', about: 'Column percentages added up from the first row.' },
  count: { name: 'n', about: 'How many; with a weight, how many they count as.' },
  respondents: { name: 'unweighted n', about: 'How many respondents, each counted as one.' },
  mentions: { name: 'mentions', about: 'How often the option was mentioned.' },
  'average-place': { name: 'average place', about: 'At which place the option is mentioned, on average.' },
  index: { name: 'index', about: "The column's share where that of all together is 100." },
  difference: { name: 'points from all', about: "Percentage points that the column's share is over that of all." },
  limits: { name: 'limits', about: '95% limits of the column percentage (Wilson; with a weight, linearised).' },
  letters: { name: 'letters', about: 'Names columns whose share of the row is lower by more than chance.' },
  expected: { name: 'expected', about: 'The count that independence gives.' },
  residual: { name: 'residual', about: 'Count less expected, over its square root (Pearson).' },
  'adjusted-residual': {
    name: 'adjusted residual',
    about: 'The residual in standard errors, with p adjusted over all cells of the table.',
  },
  contribution: { name: 'share of χ²', about: 'The part of χ² that the cell makes up, from 0 to 1.' },
  mean: { name: 'mean', about: 'The average.' },
  sd: { name: 'standard deviation', about: 'How far numbers are from their mean, as a rule; with n − 1.' },
  'standard-error': {
    name: 'standard error',
    about: 'How far the mean can be off by chance; with a weight, linearised.',
  },
  'mean-limits': { name: 'limits of the mean', about: "95% limits, by Student's t." },
  median: { name: 'median', about: 'Half of the numbers are below it.' },
  quartiles: { name: 'quartiles', about: 'A quarter of the numbers is below the first, and above the second.' },
  minimum: { name: 'minimum', about: 'The least number.' },
  maximum: { name: 'maximum', about: 'The largest number.' },
  sum: { name: 'sum', about: 'All numbers added up.' },
  'top-two': { name: 'top two', about: 'The share of the two categories at the top of the scale together.' },
  'bottom-two': { name: 'bottom two', about: 'The share of the two at the bottom together.' },
  'net-difference': { name: 'top less bottom', about: 'Points by which the top two are over the bottom two.' },
  'scale-mean': { name: 'mean score', about: 'The average, with 1, 2, 3 and so on for the categories in order.' },
  'scale-sd': { name: 'sd of scores', about: 'How far scores are from their mean, as a rule; with n − 1.' },
};

/** Figures as they are offered, those together that answer the same kind of question. */
export const FIGURE_GROUPS: readonly (readonly [string, readonly Choice[]])[] = [
  [
    'Percentages',
    [
      'column-percent',
      'all-percent',
      'row-percent',
      'total-percent',
      'mentions-percent',
      'cumulative-percent',
      'limits',
    ],
  ],
  ['Counts', ['count', 'respondents', 'mentions', 'average-place']],
  ['Against all', ['index', 'difference', 'letters']],
  ['Against chance', ['expected', 'residual', 'adjusted-residual', 'contribution']],
  ['Of numbers', NUMBER_CHOICES],
  ['Under a scale', SCALE_CHOICES],
];

/** What can be chosen of a table: what one of its blocks has; unweighted counts where there are others beside. */
export function choicesFor(views: readonly TableView[]): Choice[] {
  const blocks = views.flatMap((view) => view.blocks.flat());
  const isWeighted = blocks.some(({ weightedBy }) => weightedBy !== null);
  return CHOICES.filter((choice) => {
    if (choice === 'respondents' && !isWeighted) return false;
    const ids = figuresOfChoice(choice).flat();
    return blocks.some(
      ({ figures, scale }) => ids.some((id) => byId(figures, id)) || scale.some(({ id }) => id === choice),
    );
  });
}

/** How many decimals a figure has where nobody chose them; null where it has none to choose. */
export function usualDecimals(views: readonly TableView[], choice: Choice): number | null {
  for (const { figures, scale } of views.flatMap((view) => view.blocks.flat())) {
    const line = scale.find(({ id }) => id === choice);
    if (line) return line.decimals;
    for (const id of figuresOfChoice(choice).flat()) {
      const figure = byId(figures, id);
      if (figure) return figure.unit === 'text' ? null : figure.decimals;
    }
  }
  return null;
}
