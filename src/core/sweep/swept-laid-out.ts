import { whole } from '../figures.js';
import { coefficient, sayP } from '../reading/words.js';
import type { LaidCell, LaidOut } from '../view/laid-cell.js';
import { sayEnds } from './say-ends.js';
import type { SweptLine, SweptMeasure } from './types.js';

const HEADINGS = ['Variable', 'By', 'n', 'Test', 'p', 'Adjusted p', 'Strength', 'Gamma', 'Direction'];

const cell = (text: string, heads: LaidCell['heads'] = null): LaidCell => ({ text, heads, columns: 1, lines: 1 });

/** "V = .19 [.16, .21]"; empty where there is none. */
export function sayMeasure(measure: SweptMeasure | null): string {
  if (!measure) return '';
  const { symbol, value, lower, upper } = measure;
  const interval = lower === null || upper === null ? '' : ` [${coefficient(lower)}, ${coefficient(upper)}]`;
  return `${symbol} = ${coefficient(value)}${interval}`;
}

/** "p = .032", without the p. */
export const plainP = (p: number | null): string => (p === null ? '' : sayP(p).replace(/^p (= )?/, ''));

/** A sweep laid out as it stands on the screen, for a document or a spreadsheet. */
export function sweptLaidOut(title: string, lines: readonly SweptLine[]): LaidOut {
  return {
    title,
    head: [HEADINGS.map((text) => cell(text, 'columns'))],
    body: lines.map((line) => [
      cell(line.title, 'line'),
      cell(line.byTitle),
      cell(whole(line.n)),
      cell(line.test?.text ?? line.note ?? ''),
      cell(plainP(line.test?.p ?? null)),
      cell(plainP(line.adjustedP)),
      cell(sayMeasure(line.strength)),
      cell(sayMeasure(line.gamma)),
      cell(line.direction ? sayEnds(line.direction) : ''),
    ]),
    notes: [],
  };
}
