import { type Choice, CHOICES, type FigureChoice } from '../../table/figure-choice.js';
import { as, either, field, listOf, maybe, meaning, oneOf, phrase } from '../form/compose.js';
import type { Form } from '../form/form.js';
import { whole } from '../form/terms.js';

/** Figures as words: "column percent". */
export const wordsFor = <T extends string>(ids: readonly T[]): Record<T, string> =>
  Object.fromEntries(ids.map((id) => [id, id.replaceAll('-', ' ')])) as Record<T, string>;

const decimals: Form<number> = either(
  meaning<number>('no decimals', 0),
  meaning<number>('one decimal', 1),
  as(
    phrase<{ many: number }>({}, field('many', whole), 'decimals'),
    ({ many }) => many,
    (many) => ({ many }),
  ),
);

const figure = phrase<FigureChoice>(
  {},
  field('figure', oneOf<Choice>(wordsFor(CHOICES))),
  maybe(({ decimals: own }) => own !== undefined, 'with', field('decimals', decimals)),
);

/** Figures of cells, in the order in which they stand: "column percent with one decimal, count". */
export const figuresForm: Form<readonly FigureChoice[]> = listOf(figure, ',');
