import { type Code, missingIn } from '../codebook/types.js';
import type { CodedColumn, Column } from '../count/column.js';
import { asCountable, type Countable } from '../count/axis.js';
import { count } from '../count/count.js';
import { Fault } from '../fault.js';
import { codesWithFound } from '../table/positions.js';
import type { Source } from './derivation.js';
import type { GatherSource } from './gather/compute.js';
import { tallyValues, type ValueTally, withNumbers } from './numbers.js';

/** A source's column, single or multiple. */
export const countableOf = ({ column, title }: Source): Countable => asCountable(column, title);

/** A source's column, where each respondent has one code at most. @throws Fault for another */
export function codedOf(source: Source): CodedColumn {
  const countable = countableOf(source);
  if (countable.kind === 'coded') return countable;
  const { title } = source;
  throw new Fault(
    'unsupported',
    `${title} is a multiple-response question.`,
    'Choose a variable with one answer a respondent.',
    { variable: title },
  );
}

/** A source's column, read as numbers. @throws Fault for what is text or a question with several answers */
export function numericOf({
  column,
  title,
  level,
}: Pick<Source, 'column' | 'title' | 'level'>): ReturnType<typeof withNumbers> {
  return withNumbers(level === 'text' ? { kind: 'text', values: [] } : column, title);
}

/** The codes of a source, also those that only the data has. */
export function allCodesOf({ codes, level, column }: Pick<Source, 'codes' | 'level' | 'column'>): Code[] {
  if (column.kind === 'coded') return codesWithFound({ codes, level }, column.codes);
  if (column.kind === 'number') return codesWithFound({ codes, level: 'number' }, column.words);
  return [...codes];
}

/** Single-answer sources, each with its missing codes. */
export function withMissing(sources: readonly Source[]): GatherSource[] {
  return sources.map((source) => {
    const codes = allCodesOf(source);
    return {
      column: codedOf(source),
      missing: missingIn(codes),
      notAsked: codes.flatMap(({ code, missing }) => (missing === 'not-asked' ? [code] : [])),
    };
  });
}

/** Sources that can be counted, each with all its codes. */
export const parts = (sources: readonly Source[]) =>
  sources.map((source) => ({ title: source.title, column: countableOf(source), codes: allCodesOf(source) }));

/** Respondents by code of a column, and blank ones. */
export function tally(column: Countable, respondents: number): { blank: number; counts: Map<string, number> } {
  const counted = count({ axes: [column], respondents, mask: null, filtered: [], weight: null }).respondents;
  const codes = column.kind === 'coded' ? column.codes : column.options;
  return { blank: counted[0] ?? 0, counts: new Map(codes.map((code, k) => [code, counted[k + 1] ?? 0])) };
}

// Columns never change, so the values of each are counted once.
const tallies = new WeakMap<Column, ValueTally>();

/** The different values of a column, counted once for as long as it is in memory. */
export function talliedOnce(column: Parameters<typeof tallyValues>[0]): ValueTally {
  const own = tallies.get(column) ?? tallyValues(column);
  tallies.set(column, own);
  return own;
}

/** Room for the places of so many codes. */
export const roomFor = (codes: readonly Code[], respondents: number): Uint8Array | Uint16Array =>
  codes.length < 256 ? new Uint8Array(respondents) : new Uint16Array(respondents);
