import { countLinked } from '../core/linked/count/count-linked.js';
import { type LinkedFiles, linkedFiles } from './linked/linked-files.js';
import { linkedRun } from './linked/linked-jobs.js';
import { homedir } from 'node:os';
import { join } from 'node:path';
import pino, { type Logger } from 'pino';
import type { CountArray } from '../core/count/types.js';
import type { Db } from '../store/open.js';
import { studyRow } from '../store/study.js';
import { counter } from './counting/counter.js';
import { type Metrics, startMetrics } from './metrics.js';
import { type LoopDelay, watchLoopDelay } from './loop-delay.js';
import { makeFolder } from './make-folder.js';
import type { Presence } from './presence.js';
import { jobRunner, type JobRunner } from './jobs/run-jobs.js';
import { startTeam, type Team, type TeamSettings } from './team/team.js';
import type { CountJob } from './worker/count-job.js';

export interface ServiceOptions {
  /** Where studies are kept. */
  folder?: string | undefined;
  /** The bundled entry of threads and processes, `dist/cli/worker.js`. */
  worker: string;
  log?: Logger | undefined;
  /** Days for which a file waits to be accepted or discarded; 0: for ever. */
  waitingDays?: number | undefined;
  /** Several people use it, who sign in. Absent: there is one person. */
  team?: TeamSettings | undefined;
}

/** A file that nobody decides on waits so many days, unless it is said otherwise. */
export const WAITING_DAYS = 30;

export interface OpenStudy {
  id: string;
  file: string;
  db: Db;
  /** The last change under way; changes to one study wait for each other. */
  queue: { last: Promise<unknown> };
  /** The revision that whoever asks has seen; null: they do not say. */
  seen: number | null;
}

/** A file that is being read. */
export interface RunningRead {
  /** Share of the file that was read, and respondents so far. */
  progress: { share: number; rows: number };
  /** Ends the reading. */
  stop: AbortController;
  /** Ends when the file was read, or could not be, or was stopped; never fails. */
  done: Promise<void>;
}

/** What every use case works with. One for a process. */
export interface Service extends Pick<JobRunner, 'run' | 'forget' | 'warm'> {
  /** Counts, in all threads. @param isMuch whether it takes so long that small tables are not to wait behind it */
  count: (job: CountJob, isMuch: boolean) => Promise<CountArray[]>;
  /** Studies whose respondents stay in databases. */
  links: LinkedFiles;
  /** What happened so far, and how long it took. */
  metrics: Metrics;
  /** Who has a page of a study open. */
  presence: Presence;
  folder: string;
  /** Several people use the server; null: there is one person, who need not sign in. */
  team: Team | null;
  waitingDays: number;
  log: Logger;
  studies: Map<string, OpenStudy>;
  /** Studies that are brought up to date, or were, by id. */
  ready: Map<string, Promise<void>>;
  /** Files that are being read, by intake. */
  readings: Map<string, RunningRead>;
  /** Workings that are being made together, by study: how many are done, and of how many. */
  making: Map<string, { done: number; of: number }>;
  /** Reports that are written, by study: steps done, and of how many. */
  reporting: Map<string, { done: number; of: number }>;
  /** The revision of a study as it is now; null where it is not open. */
  revisionOf: (study: string) => number | null;
  /** How long the server was kept from answering. */
  delay: () => LoopDelay;
  /** What is closed with the service. */
  closing: (() => void)[];
  /** Work that must end before the process may. */
  pending: Set<Promise<unknown>>;
  close: () => Promise<void>;
}

/** The user's data directory: HATCH_COUNT_STORE, else the platform's place for it; never inside the install. */
export function defaultFolder(env: NodeJS.ProcessEnv = process.env): string {
  if (env['HATCH_COUNT_STORE']) return env['HATCH_COUNT_STORE'];
  const home = homedir();
  if (process.platform === 'darwin') return join(home, 'Library', 'Application Support', 'Hatch Count');
  if (process.platform === 'win32') return join(env['LOCALAPPDATA'] ?? join(home, 'AppData', 'Local'), 'Hatch Count');
  return join(env['XDG_DATA_HOME'] ?? join(home, '.local', 'share'), 'hatch-count');
}

export const studiesFolder = (service: Pick<Service, 'folder'>) => join(service.folder, 'studies');
export const intakesFolder = (service: Pick<Service, 'folder'>) => join(service.folder, 'intakes');

/** Counting that says how long it took. */
const timed =
  (count: Service['count'], { counted }: Metrics): Service['count'] =>
  async (job, isMuch) => {
    const started = performance.now();
    let done = false;
    try {
      const counts = await count(job, isMuch);
      done = true;
      return counts;
    } finally {
      counted((performance.now() - started) / 1000, done);
    }
  };

/** How long work under way may go on when the service is to close; what is not done by then lands not at all. */
const CLOSING_MS = 2500;

/** Starts the service: its folders and what does its jobs. */
export function startService(options: ServiceOptions): Service {
  const folder = options.folder ?? defaultFolder();
  makeFolder(studiesFolder({ folder }));
  makeFolder(intakesFolder({ folder }));
  const log = options.log ?? pino({ level: 'silent' });
  const delay = watchLoopDelay();
  const jobs = jobRunner(options.worker, log);
  const { count: countHere, forget, bytes } = counter(jobs);
  const links = linkedFiles({ folder });
  const team = options.team ? startTeam(folder, options.team) : null;
  const metrics = startMetrics({
    jobs: jobs.now,
    cacheBytes: bytes,
    intakes: () => service.readings.size,
    studies: () => service.studies.size,
  });
  const count = timed(countHere, metrics);
  const service: Service = {
    folder,
    team,
    waitingDays: options.waitingDays ?? WAITING_DAYS,
    log,
    studies: new Map(),
    ready: new Map(),
    readings: new Map(),
    making: new Map(),
    reporting: new Map(),
    revisionOf: (id) => {
      const db = service.studies.get(id)?.db;
      return db ? studyRow(db).revision : null;
    },
    delay: delay.now,
    closing: [delay.stop, () => team?.db.close()],
    pending: new Set(),
    run: linkedRun(jobs, links),
    links,
    metrics,
    presence: new Map(),
    count: (job, isMuch) =>
      links.linkOf(job.file)
        ? links.ask(
            job.file,
            countLinked(job, (id) => links.column(job.file, id)),
          )
        : count(job, isMuch),
    forget: async (file) => {
      links.forget(file);
      await forget(file);
    },
    warm: jobs.warm,
    close: async () => {
      // A file that was not read to its end is read again when it is asked for.
      for (const { stop } of service.readings.values()) stop.abort();
      let timer: NodeJS.Timeout | undefined;
      const patience = new Promise<void>((resolve) => (timer = setTimeout(resolve, CLOSING_MS)));
      const allDone = async () => {
        await Promise.all([...service.readings.values()].map(({ done }) => done));
        while (service.pending.size > 0) await Promise.allSettled([...service.pending]);
      };
      await Promise.race([allDone(), patience]);
      clearTimeout(timer);
      // What still waits for a job fails with it, and changes nothing.
      await jobs.close();
      await links.close();
      await allDone();
      for (const close of service.closing) close();
      for (const { db } of service.studies.values()) db.close();
      service.studies.clear();
    },
  };
  return service;
}

/** Keeps the process from ending before `work` has. */
export function mustEnd<T>(service: Service, work: Promise<T>): Promise<T> {
  service.pending.add(work);
  void work.catch(() => undefined).finally(() => service.pending.delete(work));
  return work;
}
