import type { Column } from '../../core/count/column.js';
import type { NumberPlaces } from '../../core/count/number-places.js';
import { LOOKS, type Part } from '../../core/count/parts.js';
import type { PackedPart } from '../../core/count/packed-part.js';
import type { CountArray } from '../../core/count/types.js';
import type { JobRunner } from '../jobs/run-jobs.js';
import { columnsOfJob, numbersOfJob } from '../../core/count/asked.js';
import { type CountJob, partsOfJob } from '../worker/count-job.js';
import { columnsOf, tellSharedParts } from '../worker/divided-job.js';
import { THREADS } from '../jobs/limits.js';
import type { SharedColumns } from './shared-columns.js';

/** So few figures of parts are added up at once, and not by a thread. */
const FEW_FIGURES = 50_000;

/** Some row items of a job, in some parts of its respondents: what one thread does before it looks for other work. */
interface Batch {
  rows: readonly [from: number, to: number];
  parts: Part[];
}

/** So many things in so many ranges of much the same length, one behind the other. */
function rangesOf(length: number, ranges: number): [from: number, to: number][] {
  const border = (k: number) => Math.round((k * length) / ranges);
  return Array.from({ length: ranges }, (_, k) => [border(k), border(k + 1)]);
}

/**
 * Divides what is to be counted into batches of much the same size.
 * @param looks at a respondent for one row item
 */
function batchesOf(rows: number, parts: readonly Part[], looks: number): Batch[] {
  const [first] = parts;
  const ofPart = Math.max(1, first ? (first.to - first.from) * looks : 1);
  const rowRanges = rangesOf(rows, Math.min(rows, Math.ceil((rows * ofPart) / LOOKS)));
  const least = Math.ceil((parts.length * ofPart * (rows / rowRanges.length)) / LOOKS);
  // As many for one thread as for another.
  const even = Math.ceil(least / THREADS) * THREADS;
  const partRanges = rangesOf(parts.length, Math.min(parts.length, least > 1 ? even : 1));
  return partRanges.flatMap(([from, to]) => rowRanges.map((range) => ({ rows: range, parts: parts.slice(from, to) })));
}

/**
 * Counts in all threads, which share the columns. What comes out is the same however many there are, for the parts that
 * are added up follow from the work alone.
 * @throws Fault naming a variable that cannot be counted so, or where it would be too large
 */
export async function countDivided(
  { run }: Pick<JobRunner, 'run'>,
  shared: SharedColumns,
  job: CountJob,
): Promise<CountArray[]> {
  const { file } = job;
  const columns = new Map<number, Column>(
    await Promise.all(columnsOfJob(job).map(async (id) => [id, await shared.column(file, id)] as const)),
  );
  const numbers = numbersOfJob(job).filter((id) => columns.get(id)?.kind === 'number');
  const places = new Map<number, NumberPlaces>(
    await Promise.all(numbers.map(async (id) => [id, await shared.places(file, id)] as const)),
  );
  const given = { columns, places };
  const { parts, figures, looks } = partsOfJob(job, columnsOf(given));
  const batches = batchesOf(job.rows.length, parts, looks);
  const [only] = batches;
  if (only && batches.length === 1) return run('count', { ...given, count: job, parts: only.parts });
  const counted = await Promise.all(
    batches.map(({ rows: [from, to], parts: own }) =>
      run('countParts', { ...given, count: { ...job, rows: job.rows.slice(from, to) }, parts: own }),
    ),
  );
  // Of each part, what was counted of its row items in their order.
  const ofParts = new Map<number, PackedPart[]>(parts.map(({ from }) => [from, []]));
  batches.forEach(({ parts: own }, k) => own.forEach(({ from }, p) => ofParts.get(from)!.push(counted[k]![p]!)));
  const telling = { ...given, count: job, counted: [...ofParts.values()] };
  const isLittle = figures * parts.length <= FEW_FIGURES && job.rows.every(({ described }) => described === null);
  return isLittle ? tellSharedParts(telling) : run('tellCounts', telling);
}
