import type { CountArray } from '../../core/count/types.js';
import { askedBy, whoAsks } from '../asking.js';
import type { JobRunner } from '../jobs/run-jobs.js';
import { COLUMN_BYTES } from '../worker/column-cache.js';
import type { CountJob } from '../worker/count-job.js';
import { countDivided } from './count-divided.js';
import { sharedColumns } from './shared-columns.js';

/** Counts in all threads over columns that they share. */
interface Counter {
  count: (job: CountJob, isMuch: boolean) => Promise<CountArray[]>;
  forget: (file: string) => Promise<void>;
  /** Bytes of columns that all threads share. */
  bytes: () => number;
}

/** Makes what counts for a service. */
export function counter(jobs: Pick<JobRunner, 'run' | 'forget'>): Counter {
  // Others may wait for a column that somebody asked for who has gone.
  const forAll = <T>(work: () => Promise<T>) => askedBy({ asker: whoAsks().asker }, work);
  const columns = sharedColumns(
    {
      column: (file, column) => forAll(() => jobs.run('column', { file, column })),
      places: (values, words) => forAll(() => jobs.run('places', { values, words })),
    },
    COLUMN_BYTES,
  );
  return {
    count: (job, isMuch) => {
      const who = whoAsks();
      // What one asks for that takes long stands in a line of its own: their small tables come in between, too.
      const line = isMuch ? { ...who, asker: `${who.asker}, much` } : who;
      return askedBy(line, () => countDivided(jobs, columns, job));
    },
    forget: async (file) => {
      columns.forget(file);
      await jobs.forget(file);
    },
    bytes: columns.bytes,
  };
}
