import { figureText, footText } from './figure-text.js';
import type { WriteFigure } from './laid-cell.js';

/** Figures of a table that is laid out as the cells of the screen print them. */
export const asOnScreen: WriteFigure = (figure, value, shown) =>
  'values' in figure
    ? footText(figure, typeof value === 'number' ? value : null, shown)
    : figureText(figure, value, shown);
