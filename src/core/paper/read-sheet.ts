import { decimalSign, readCell } from './parse-count.js';
import type { Sheet } from './sheet.js';

/** The most that is laid out for editing. */
const MOST_LINES = 500;

/** Splits a line of text at tabs, bars, semicolons, commas or wide gaps, whichever the whole text shows. */
function splitter(lines: readonly string[]): (line: string) => string[] {
  const every = (pattern: RegExp) => lines.filter((line) => pattern.test(line)).length >= lines.length * 0.6;
  if (every(/\t/)) return (line) => line.split('\t');
  if (every(/\|/))
    return (line) =>
      line
        .replace(/^\s*\|/, '')
        .replace(/\|\s*$/, '')
        .split('|');
  if (every(/;/)) return (line) => line.split(';');
  if (every(/\S {2,}\S/)) return (line) => line.trim().split(/ {2,}/);
  // Commas that group thousands stand between digits, three after them.
  if (every(/,(?!\d{3}\b)|,\s/)) return (line) => line.split(/,(?!\d{3}\b)|,\s+/);
  if (every(/,/)) return (line) => line.split(',');
  return (line) => words(line);
}

/**
 * A line of words and numbers with single spaces: the numbers at its end are cells, what stands before is its label.
 */
function words(line: string): string[] {
  const parts = line.trim().split(/\s+/);
  let first = parts.length;
  while (first > 0 && isCount(parts[first - 1]!)) first--;
  const label = parts.slice(0, first).join(' ');
  return first === parts.length ? parts : label === '' ? parts.slice(first) : [label, ...parts.slice(first)];
}

const isCount = (text: string) => text.trim() !== '' && readCell(text, null).is === 'count';
const isRule = (line: string) => /^[\s|+:=_-]*$/.test(line);
const unquoted = (text: string) =>
  text
    .trim()
    .replace(/^"(.*)"$/, '$1')
    .trim();

/**
 * Lays a pasted table out: from a spreadsheet (tabs), an article or plain text (gaps, bars, commas). A first line and a
 * first column without counts are labels.
 * @returns null where there is no table in the text
 */
export function readSheet(text: string): Sheet | null {
  const lines = text
    .replace(/\r\n?/g, '\n')
    .split('\n')
    .filter((line) => !isRule(line))
    .slice(0, MOST_LINES);
  if (lines.length === 0) return null;
  const split = splitter(lines);
  const grid = lines.map((line) => split(line).map(unquoted));
  const decimals = decimalSign(grid.flat());
  const count = (cell: string | undefined) =>
    cell !== undefined && cell !== '' && readCell(cell, decimals).is === 'count';
  const [first = [], ...others] = grid;
  // A heading holds words, or years and codes over a corner that is empty.
  const headed = others.length > 0 && (first.filter(count).length < first.length / 2 || first[0] === '');
  const body = headed ? others : grid;
  const labelled = body.filter(([cell]) => !count(cell)).length > body.length / 2;
  const width = Math.max(...body.map((line) => line.length)) - (labelled ? 1 : 0);
  if (width < 1) return null;
  // Where the corner was left out of the heading, it is one cell shorter than the lines under it.
  const shift = headed && labelled && first.length > width ? 1 : 0;
  return {
    rows: body.map((line) => (labelled ? (line[0] ?? '') : '')),
    columns: Array.from({ length: width }, (_, j) => (headed ? (first[j + shift] ?? '') : '')),
    cells: body.map((line) => Array.from({ length: width }, (_, j) => line[j + (labelled ? 1 : 0)] ?? '')),
  };
}
