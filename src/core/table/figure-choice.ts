import { z } from 'zod';

/** Figures of a cell, by which a renderer asks for them. */
export type FigureId =
  | 'n'
  | 'weighted-n'
  | 'column-percent'
  | 'all-percent'
  | 'row-percent'
  | 'total-percent'
  | 'cumulative-percent'
  | 'lower-limit'
  | 'upper-limit'
  | 'mentions'
  | 'mentions-percent'
  | 'average-place'
  | 'index'
  | 'difference'
  | 'letters'
  | 'expected'
  | 'residual'
  | 'adjusted-residual'
  | 'adjusted-p'
  | 'contribution'
  | 'mean'
  | 'sd'
  | 'standard-error'
  | 'mean-lower'
  | 'mean-upper'
  | 'median'
  | 'lower-quartile'
  | 'upper-quartile'
  | 'minimum'
  | 'maximum'
  | 'sum';

/** What can be chosen of a number that is described in groups. */
export const NUMBER_CHOICES = [
  'mean',
  'sd',
  'standard-error',
  'mean-limits',
  'median',
  'quartiles',
  'minimum',
  'maximum',
  'sum',
] as const;

/** What can be chosen of a scale: lines under its categories. */
export const SCALE_CHOICES = ['top-two', 'bottom-two', 'net-difference', 'scale-mean', 'scale-sd'] as const;
export type ScaleChoice = (typeof SCALE_CHOICES)[number];

/** What can be chosen for the cells, in the order in which it is offered: a figure, or two that belong together. */
export const CHOICES = [
  'column-percent',
  'all-percent',
  'row-percent',
  'total-percent',
  'mentions-percent',
  'cumulative-percent',
  'count',
  'respondents',
  'mentions',
  'average-place',
  'index',
  'difference',
  'limits',
  'letters',
  'expected',
  'residual',
  'adjusted-residual',
  'contribution',
  ...NUMBER_CHOICES,
  ...SCALE_CHOICES,
] as const;
export type Choice = (typeof CHOICES)[number];

/** By what rows can be sorted: what says something of each cell in numbers. */
export const SORT_CHOICES = [
  'column-percent',
  'row-percent',
  'mentions-percent',
  'count',
  'average-place',
  'index',
  'difference',
  'residual',
  'adjusted-residual',
  'contribution',
] as const satisfies readonly Choice[];
export type SortChoice = (typeof SORT_CHOICES)[number];

/** The figures that a choice shows: those named first that a block has, or else those named next. */
const FIGURES_OF: Partial<Record<Choice, readonly (readonly FigureId[])[]>> = {
  count: [['weighted-n'], ['n']],
  respondents: [['n']],
  limits: [['lower-limit', 'upper-limit']],
  'adjusted-residual': [['adjusted-residual', 'adjusted-p']],
  'mean-limits': [['mean-lower', 'mean-upper']],
  quartiles: [['lower-quartile', 'upper-quartile']],
};

/** What a choice shows, best first. @example figuresOfChoice('count') // [['weighted-n'], ['n']] */
export const figuresOfChoice = (choice: Choice): readonly (readonly FigureId[])[] =>
  FIGURES_OF[choice] ?? [[choice as FigureId]];

export const MOST_DECIMALS = 6;

/** A figure that was chosen for the cells, with its own decimals where these are not the usual ones. */
const FigureChoiceShape = z
  .strictObject({
    figure: z
      .enum(CHOICES)
      .describe(
        '"count" is weighted where there is a weight, "respondents" never; "limits" are those of column percentages; ' +
          'what is of a scale stands under its categories, not in the cells.',
      ),
    decimals: z.int().min(0).max(MOST_DECIMALS).optional().describe('After the point; as usual, where absent.'),
  })
  .meta({ id: 'FigureChoice' });
export type FigureChoice = z.infer<typeof FigureChoiceShape>;

/** The figures of a table's cells, or of one item's, in the order in which they stand. */
export const FigureChoicesShape = z
  .array(FigureChoiceShape)
  .min(1)
  .max(CHOICES.length)
  .refine((list) => new Set(list.map(({ figure }) => figure)).size === list.length, {
    error: 'A figure is chosen twice.',
  });

/** Between a figure and its decimals, and between figures, in an address or on a command line. */
const [DECIMALS, NEXT] = [':', ','];

/**
 * Chosen figures as one word.
 * @example sayFigures([{ figure: 'row-percent', decimals: 0 }, { figure: 'count' }]) // 'row-percent:0,count'
 */
export const sayFigures = (figures: readonly FigureChoice[]): string =>
  figures
    .map(({ figure, decimals }) => (decimals === undefined ? figure : `${figure}${DECIMALS}${decimals}`))
    .join(NEXT);

/** Reads them back; null where that is not what the text says. @example readFigures('age') // null */
export function readFigures(text: string): FigureChoice[] | null {
  const figures = text.split(NEXT).map((word) => {
    const [figure, decimals] = word.trim().split(DECIMALS);
    return { figure, ...(decimals === undefined ? {} : { decimals: decimals === '' ? NaN : Number(decimals) }) };
  });
  return FigureChoicesShape.safeParse(figures).data ?? null;
}
