import type { FigureId } from '../table/figure-choice.js';
import type { Figure, Foot } from '../view/types.js';

type PartId = FigureId | Foot['id'];

/** Figures that are put together in a cell. */
export interface Form {
  /** What they are: "n (%)", "median [quartiles]". */
  label: string;
  ids: readonly PartId[];
  /** What stands before, between and behind them: one more than these are. */
  between: readonly string[];
}

/** Figures that belong together where they are chosen one behind the other. */
interface Pattern {
  /** Of each place, those that can stand there. */
  places: readonly (readonly PartId[])[];
  between: readonly string[];
  /** What they are called together, where that is not each by its name. */
  label?: string;
}

const COUNTS: readonly PartId[] = ['n', 'weighted-n', 'mentions'];
const SHARES: readonly PartId[] = ['column-percent', 'all-percent', 'row-percent', 'total-percent', 'mentions-percent'];
const BRACKETS = ['', ' (', ')'];
const RANGE = ['', ' to ', ''];
const WITH_LIMITS = ['', ' (', ' to ', ')'];

/** The longest first. */
const PATTERNS: readonly Pattern[] = [
  { places: [['mean'], ['mean-lower'], ['mean-upper']], between: WITH_LIMITS, label: 'mean (limits)' },
  {
    places: [['median'], ['lower-quartile'], ['upper-quartile']],
    between: ['', ' [', ', ', ']'],
    label: 'median [quartiles]',
  },
  { places: [SHARES, ['lower-limit'], ['upper-limit']], between: WITH_LIMITS, label: '% (limits)' },
  { places: [COUNTS, SHARES], between: BRACKETS },
  { places: [SHARES, COUNTS], between: BRACKETS },
  { places: [['mean'], ['sd', 'standard-error']], between: BRACKETS },
  { places: [['scale-mean'], ['scale-sd']], between: BRACKETS },
  { places: [['adjusted-residual'], ['adjusted-p']], between: BRACKETS },
  { places: [['minimum'], ['maximum']], between: RANGE },
  { places: [['mean-lower'], ['mean-upper']], between: RANGE, label: 'limits of the mean' },
  { places: [['lower-quartile'], ['upper-quartile']], between: RANGE, label: 'quartiles' },
  { places: [['lower-limit'], ['upper-limit']], between: RANGE, label: 'limits of %' },
];

/** What figures are called where they stand together. */
const NAMES: Partial<Record<PartId, string>> = {
  n: 'n',
  'column-percent': '%',
  sd: 'sd',
  'scale-mean': 'mean score',
  'scale-sd': 'sd',
};

/**
 * Texts with what stands before, between and behind them.
 * @example put(['', ' (', ')'], ['34', '12%']) // '34 (12%)'
 */
export const put = (between: readonly string[], texts: readonly string[]): string =>
  between.map((words, k) => words + (texts[k] ?? '')).join('');

/**
 * Figures in the order in which they were chosen, put together where they belong together.
 * @example
 * const figures = [{ id: 'mean', label: 'mean' }, { id: 'sd', label: 'standard deviation' }];
 * formsOf(figures); // [{ label: 'mean (sd)', ids: ['mean', 'sd'], between: ['', ' (', ')'] }]
 */
export function formsOf(figures: readonly (Pick<Figure, 'label'> & { id: PartId })[]): Form[] {
  const forms: Form[] = [];
  for (let at = 0; at < figures.length;) {
    const pattern = PATTERNS.find(({ places }) =>
      places.every((ids, k) => {
        const id = figures[at + k]?.id;
        return id !== undefined && ids.includes(id);
      }),
    );
    const between = pattern?.between ?? ['', ''];
    const own = figures.slice(at, at + between.length - 1);
    const names = own.map(({ id, label }) => NAMES[id] ?? label);
    forms.push({ label: pattern?.label ?? put(between, names), ids: own.map(({ id }) => id), between });
    at += own.length;
  }
  return forms;
}

/** Several forms on one line. @example joinedForms(formsOf([])) // { label: '', ids: [], between: [''] } */
export function joinedForms(forms: readonly Form[]): Form {
  const [first, ...others] = forms;
  if (!first) return { label: '', ids: [], between: [''] };
  return others.reduce<Form>(
    ({ label, ids, between }, next) => ({
      label: `${label}; ${next.label}`,
      ids: [...ids, ...next.ids],
      between: [...between.slice(0, -1), `${between.at(-1) ?? ''}; ${next.between[0] ?? ''}`, ...next.between.slice(1)],
    }),
    first,
  );
}
