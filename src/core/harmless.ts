/** Where a spreadsheet begins a cell: at the start, and behind what it takes for a separator in some country. */
const BEGINS = /(?<=^|[;\t\r\n])(?='*[=+\-@\t\r])/g;

/** What `harmless` put in. */
const PUT_IN = /(?<=^|[;\t\r\n])'(?='*[=+\-@\t\r])/g;

/**
 * A text that no spreadsheet runs as a formula, whichever separator it takes: an apostrophe stands before what would be
 * one. `asWritten` takes it away again.
 * @example harmless('=1+1') // "'=1+1"
 * @example harmless('low;=1+1') // "low;'=1+1"
 * @example harmless('1 = 1') // '1 = 1'
 */
export const harmless = (text: string): string => text.replace(BEGINS, "'");

/**
 * A text that `harmless` made, as it was written.
 * @example asWritten("'=1+1") // '=1+1'
 * @example asWritten("'tis") // "'tis"
 */
export const asWritten = (text: string): string => text.replace(PUT_IN, '');
