import { byId } from '../core/by-id.js';
import { titleOf } from '../core/codebook/types.js';
import { Fault } from '../core/fault.js';
import type { Adjustment } from '../core/infer/adjust.js';
import { checkSweep } from '../core/sweep/check-sweep.js';
import { sweepNotes } from '../core/sweep/sweep-notes.js';
import type { SweepSort } from '../core/sweep/sweep-shape.js';
import { sortedLines, sweptLines, testsIn } from '../core/sweep/swept-lines.js';
import { sweptGrid } from '../core/sweep/swept-grid.js';
import { sweptVariables } from '../core/sweep/swept-variables.js';
import { findVariable } from '../core/table/find-variable.js';
import { parseSentence } from '../core/table/parse-sentence.js';
import { captionOf } from '../core/table/say-sentence.js';
import type { Sentence } from '../core/table/sentence.js';
import { type PartsCalled, sentenceOfParts } from '../core/table/sentence-shape.js';
import { CONFIDENCE } from '../core/view/block-view.js';
import type { Sweep as SweptLines } from '../core/view/types.js';
import { writeCsv } from '../formats/csv-write.js';
import { allColumnRows, isCountable } from '../store/columns.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import type { OpenStudy, Service } from './context.js';
import { countJobOf } from './count-table.js';
import { askedTable, countedTable } from './counted-table.js';
import { findTable } from './saved-tables.js';

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

/** A sweep: what it is of, its lines, and what is said under them. */
export interface Sweep extends SweptLines {
  title: string;
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
  checkSweep(sentence);
  const tables = sentence.rows.length * sentence.by.length;
  if (tables > MOST_TABLES)
    throw new Fault(
      'too-large',
      `That is ${tables} tables; ${MOST_TABLES} at once are the most.`,
      'Sweep fewer variables.',
      { field: 'rows' },
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
  const { confidence = CONFIDENCE, adjustment = 'holm', sort = 'strength' } = asked;
  const { job } = countJobOf(study, sentence);
  const tables = await service.run('sweep', { count: job, sentence, variables, confidence });
  const lines = sweptLines(tables, adjustment);
  const weight = byId(variables, sentence.weight);
  return {
    title: captionOf(sentence, variables, { sweep: { sort } }),
    adjustment,
    lines: sortedLines(lines, sort),
    notes: sweepNotes(lines, {
      ...{ adjustment, confidence },
      tested: testsIn(tables),
      weightedBy: weight ? titleOf(weight) : null,
    }),
  };
}

/** The same as CSV. */
export async function sweepAsCsv(service: Service, study: OpenStudy, asked: SweepAsked): Promise<string> {
  const { title, lines, notes } = await sweep(service, study, asked);
  return writeCsv([...sweptGrid(title, lines), [], ...notes.map((text) => [text])]);
}

/**
 * A sweep that is kept in a binder, as the study is now; one that is frozen as it was then.
 * @param asNow one that is frozen is swept anew, too
 * @throws Fault where there is no such table, it is no sweep, or it cannot be counted
 */
export async function keptSweep(service: Service, study: OpenStudy, id: number, asNow: boolean): Promise<Sweep> {
  const table = findTable(study, id);
  if (!table.shown.sweep)
    throw new Fault('unsupported', `The table “${table.title}” is no sweep.`, 'Ask for it as a table.', {
      field: 'table',
    });
  const asked = askedTable(table);
  const counted = await countedTable(service, study, asNow ? { ...asked, frozen: null } : asked, false);
  return service.run('keptSweep', { counted, variables: counted.frozen?.variables ?? allVariables(study.db) });
}
