import type { Logger } from 'pino';
import { Fault } from '../../core/fault.js';
import { whoAsks } from '../asking.js';
import type { Jobs } from '../worker/jobs.js';
import { type Envelope, unwrapped } from './crossing.js';
import type { Tell } from './helper.js';
import { lane, type Lane } from './lane.js';
import { fileIn } from './seat.js';
import { JOB_LIMITS, type LaneName, LANES, type LaneSettings } from './limits.js';

interface RunOptions {
  /** Ends the job; without one, it ends when whoever asked has gone. */
  signal?: AbortSignal | undefined;
  tell?: Tell | undefined;
}

type JobName = Exclude<keyof Jobs, 'forget'>;

/** Has jobs done, each in the lane and within the limits that it has. */
export interface JobRunner {
  run: <K extends JobName>(name: K, job: Jobs[K]['takes'], options?: RunOptions) => Promise<Jobs[K]['gives']>;
  /** Starts the helpers that are always there. */
  warm: () => void;
  /** Has every thread let go of a file: it is about to be moved. */
  forget: (file: string) => Promise<void>;
  /** Ends all jobs, under way or waiting. */
  close: () => Promise<void>;
  /** How many jobs wait in each lane, and how many threads and processes it has. */
  now: () => { lane: string; waiting: number; threads: number }[];
}

/**
 * Whatever goes wrong with a stranger's file is the file's: a library that reads it may fail in any way. The log has it
 * all, in case it is ours.
 */
function unreadable(file: string | undefined): Fault {
  return new Fault(
    'invalid',
    `${file ?? 'The file'} cannot be read: it is damaged, or written in a way that is not known here.`,
    'Write or fetch it again.',
    file === undefined ? {} : { file },
  );
}

/** @param worker the bundled entry of threads and processes, `dist/cli/worker.js` */
export function jobRunner(worker: string, log: Logger): JobRunner {
  const names = Object.keys(LANES) as LaneName[];
  const settings: Record<LaneName, LaneSettings> = LANES;
  const made = names.map((name) => {
    const { home, most, least } = settings[name];
    return [name, lane(worker, home, most, least)] as const;
  });
  const lanes = Object.fromEntries(made) as Record<LaneName, Lane>;
  return {
    run: async (name, job, { signal, tell } = {}) => {
      const limits = JOB_LIMITS[name];
      const who = whoAsks();
      const asked = { name, job, limits, asker: who.asker, signal: signal ?? who.signal, tell };
      // The entry does the job that bears the name.
      try {
        const answer = (await lanes[limits.lane].run(asked)) as Envelope<Jobs[typeof name]['gives']>;
        return unwrapped(answer);
      } catch (error) {
        const isStranger = settings[limits.lane].strangers === true;
        if (!isStranger || error instanceof Fault || asked.signal?.aborted) throw error;
        log.error({ err: error, job: name }, 'a file could not be read');
        throw unreadable(fileIn(job));
      }
    },
    warm: () => {
      for (const { warm } of Object.values(lanes)) warm();
    },
    forget: async (file) => {
      await Promise.all(Object.values(lanes).map(({ tellAll }) => tellAll('forget', { file })));
    },
    close: async () => {
      await Promise.all(Object.values(lanes).map(({ close }) => close()));
    },
    now: () => names.map((name) => ({ lane: name, ...lanes[name].now() })),
  };
}
