import { Fault } from '../core/fault.js';
import type { Adjustment } from '../core/infer/adjust.js';
import { sortedLines, type SweepSort, sweptLines } from '../core/sweep/swept-lines.js';
import { sweptGrid } from '../core/sweep/swept-grid.js';
import { sweepTitle } from '../core/sweep/sweep-title.js';
import { sweptVariables } from '../core/sweep/swept-variables.js';
import type { SweptLine } from '../core/sweep/types.js';
import { findVariable } from '../core/table/find-variable.js';
import { parseSentence } from '../core/table/parse-sentence.js';
import type { Sentence } from '../core/table/sentence.js';
import { type PartsCalled, sentenceOfParts } from '../core/table/sentence-shape.js';
import { writeCsv } from '../formats/csv-write.js';
import { allColumnRows, isCountable } from '../store/columns.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import type { OpenStudy, Service } from './context.js';
import { countJobOf } from './count-table.js';

/** More tables than these are no list that anybody reads. */
const MOST_TABLES = 3000;

/** How the lines of a sweep are given. */
interface SweepOptions {
  confidence?: number | undefined;
  adjustment?: Adjustment | undefined;
  sort?: SweepSort | undefined;
}

type Parts = Omit<PartsCalled<number | string>, 'rows' | 'within'> & {
  rows?: PartsCalled<number | string>['rows'] | undefined;
};

/** Many variables by the same groups: in words, or by parts, where all that can be swept stand for rows not given. */
export type SweepAsked = SweepOptions & ({ sentence: string } | Parts);

/** A sweep: what it is of, and its lines. */
export interface Sweep {
  title: string;
  adjustment: Adjustment;
  lines: readonly SweptLine[];
}

function sentenceOf({ db }: OpenStudy, asked: SweepAsked, variables: readonly VariableRow[]): Sentence {
  if ('sentence' in asked) return parseSentence(asked.sentence, variables);
  const find = (called: number | string, field: string) => findVariable(variables, called, field).id;
  const { rows, ...parts } = asked;
  const given = sentenceOfParts({ ...parts, rows: rows ?? [], within: null }, find);
  if (rows !== undefined) return given;
  const columns = allColumnRows(db);
  const all = variables.map((variable) => {
    const storage = columns.get(variable.columnId)?.storage;
    return { ...variable, countable: storage !== undefined && isCountable(storage) };
  });
  return { ...given, rows: sweptVariables(all, given.by).map((variable) => ({ variable })) };
}

/** @throws Fault where it is no sweep, or too much of one */
function checked(sentence: Sentence): Sentence {
  if (sentence.by.length === 0)
    throw new Fault('invalid', 'A sweep needs what goes across.', 'Give a "by".', { field: 'by' });
  if (sentence.within !== null)
    throw new Fault(
      'invalid',
      'A sweep has no "within".',
      'Use "split by", or sweep each category with "only where".',
      {
        field: 'within',
      },
    );
  const tables = sentence.rows.length * sentence.by.length;
  if (tables > MOST_TABLES)
    throw new Fault(
      'too-large',
      `That is ${tables} tables; ${MOST_TABLES} at once are the most.`,
      'Sweep fewer variables.',
      {
        field: 'rows',
      },
    );
  return sentence;
}

/**
 * Many variables by the same groups: of each table n, the test that leads with its p adjusted over the list, strength
 * and direction. Counted and tested in a process of its own, which ends when nobody waits for it any more.
 * @throws Fault naming what is not of the study, or cannot be counted
 */
export async function sweep(service: Service, study: OpenStudy, asked: SweepAsked): Promise<Sweep> {
  const variables = allVariables(study.db);
  const sentence = checked(sentenceOf(study, asked, variables));
  const { confidence = 0.95, adjustment = 'holm', sort = 'strength' } = asked;
  const { job } = countJobOf(study, sentence);
  const tables = await service.run('sweep', { count: job, sentence, variables, confidence });
  const lines = sortedLines(sweptLines(tables, adjustment), sort);
  return { title: sweepTitle(sentence.rows.length, sentence.by, variables), adjustment, lines };
}

/** The same as CSV. */
export async function sweepAsCsv(service: Service, study: OpenStudy, asked: SweepAsked): Promise<string> {
  const { title, lines, adjustment } = await sweep(service, study, asked);
  return writeCsv(sweptGrid(title, lines, adjustment));
}
