import type { Column } from './column.js';
import { STRETCH } from './kernel/kernel.js';

/** Respondents that are counted by themselves, from the first to before the last, counted from 0. */
export interface Part {
  from: number;
  to: number;
}

/** Respondents of a part, where nothing speaks for more. */
const PART = 16 * STRETCH;

/** Adding a part's figures up is to take far less time than counting it: so many respondents a figure are enough. */
const ADDING = 4;
/** With more looks at a respondent than these, fewer respondents are enough. */
const MANY_LOOKS = 100;

/** Looks at a respondent that take some milliseconds: whoever counts does no more of one row item at a time. */
export const LOOKS = 16_000_000;

/**
 * The parts in which respondents are counted, to be added up in this order. They follow from the work alone: whoever
 * does it, and however many do, sums of weights come out the same to the last digit.
 * @param figures of all tables together
 * @param looks at a respondent for the row item that takes longest
 * @example partsOf(600_000, 30, 2) // [{ from: 0, to: 524288 }, { from: 524288, to: 600000 }]
 */
export function partsOf(respondents: number, figures: number, looks: number): Part[] {
  const whole = (size: number) => Math.ceil(size / STRETCH) * STRETCH;
  const size = Math.max(
    Math.min(PART, whole(LOOKS / looks)),
    whole((figures * ADDING) / Math.max(1, looks / MANY_LOOKS)),
  );
  return Array.from({ length: Math.max(1, Math.ceil(respondents / size)) }, (_, k) => ({
    from: k * size,
    to: Math.min(respondents, (k + 1) * size),
  }));
}

/**
 * A part of a column. Its values are those of the column itself, not a copy.
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] };
 * partOf(site, { from: 1, to: 3 }).values; // [2, 1]
 */
export function partOf<T extends Column>(column: T, part: Part): T;
export function partOf(column: Column, { from, to }: Part): Column {
  switch (column.kind) {
    case 'coded':
      return { ...column, values: column.values.subarray(from, to) };
    case 'number':
      return { ...column, values: column.values.subarray(from, to) };
    case 'sets':
      return {
        ...column,
        words: column.words.subarray(from * column.width, to * column.width),
        state: column.state.subarray(from, to),
      };
    case 'text':
      return { ...column, values: column.values.slice(from, to) };
  }
}
