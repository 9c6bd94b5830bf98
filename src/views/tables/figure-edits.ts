import { type Choice, type FigureChoice, MOST_DECIMALS } from '../../core/table/figure-choice.js';
import { isChosen, isOfNumber, lettersCanStand, mainPercentage } from '../../core/view/figures-shown.js';

type Choices = readonly FigureChoice[];

/** The figures with another percentage in the place of the first one. */
export function withPercentage(choices: Choices, figure: Choice): FigureChoice[] {
  const main = mainPercentage(choices);
  if (main === null) return [{ figure }, ...choices];
  const others = choices.filter((choice) => choice.figure !== figure || figure === main);
  return others.map((choice) => (choice.figure === main ? { ...choice, figure } : choice));
}

/** Letters compare column percentages, or means: where they are shown, these are too. */
function withLetters(choices: Choices): FigureChoice[] {
  if (lettersCanStand(choices)) return [...choices, { figure: 'letters' }];
  const compared = choices.some(({ figure }) => isOfNumber(figure))
    ? [{ figure: 'mean' } as const, ...choices]
    : withPercentage(choices, 'column-percent');
  return [...compared, { figure: 'letters' }];
}

/** Letters that are chosen, and shown too. */
export const hasLetters = (choices: Choices): boolean => isChosen(choices, 'letters') && lettersCanStand(choices);

/** With a figure at the end where it was not shown, without it where it was; the last one stays. */
export function toggled(choices: Choices, figure: Choice): FigureChoice[] {
  const rest = choices.filter((choice) => choice.figure !== figure);
  if (figure === 'letters') return hasLetters(choices) ? orUsual(rest) : withLetters(rest);
  return isChosen(choices, figure) ? orUsual(rest) : [...choices, { figure }];
}

/** A cell shows something. */
const orUsual = (choices: Choices): FigureChoice[] =>
  choices.length > 0 ? [...choices] : [{ figure: 'column-percent' }];

/** With the figure at one place moved to another. @example moved([a, b, c], 2, 0) // [c, a, b] */
export function moved(choices: Choices, from: number, to: number): FigureChoice[] {
  const rest = choices.filter((_, k) => k !== from);
  const place = Math.min(Math.max(to, 0), rest.length);
  return [...rest.slice(0, place), ...choices.slice(from, from + 1), ...rest.slice(place)];
}

/** With so many decimals in one figure; the usual ones are not said. */
export function withDecimals(choices: Choices, figure: Choice, decimals: number, usual: number): FigureChoice[] {
  const wanted = Math.min(Math.max(decimals, 0), MOST_DECIMALS);
  return choices.map((choice) => {
    if (choice.figure !== figure) return choice;
    return wanted === usual ? { figure } : { figure, decimals: wanted };
  });
}
