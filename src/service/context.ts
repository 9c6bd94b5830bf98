import { mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { homedir } from 'node:os';
import { join } from 'node:path';
import pino, { type Logger } from 'pino';
import Tinypool from 'tinypool';
import { Fault } from '../core/fault.js';
import type { Db } from '../store/open.js';
import { studyRow } from '../store/study.js';
import type { Envelope, Jobs } from './worker.js';
import { cancel, type Progress } from './worker/progress.js';

export interface ServiceOptions {
  /** Where studies are kept. */
  folder?: string | undefined;
  /** The bundled worker thread, `dist/cli/worker.js`. */
  worker: string;
  log?: Logger | undefined;
}

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
  progress: Progress;
  /** Ends when the file was read, or could not be, or was cancelled; never fails. */
  done: Promise<void>;
}

/** What every use case works with. One for a process. */
export interface Service {
  folder: string;
  log: Logger;
  studies: Map<string, OpenStudy>;
  /** Files that are being read, by intake. */
  readings: Map<string, RunningRead>;
  /** Workings that are being made together, by study: how many are done, and of how many. */
  making: Map<string, { done: number; of: number }>;
  /** Runs a job in a worker thread: counting never waits behind an intake. A signal ends the thread under way. */
  run: <K extends keyof Jobs>(name: K, job: Jobs[K]['takes'], signal?: AbortSignal) => Promise<Jobs[K]['gives']>;
  /** The revision of a study as it is now; null where it is not open. */
  revisionOf: (study: string) => number | null;
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

/** Exact tests that run side by side. */
const ASSESSING_AT_ONCE = 2;

/** Files that are read, joined or written side by side. */
const READING_AT_ONCE = 2;
const INTAKE_JOBS: ReadonlySet<keyof Jobs> = new Set(['join', 'export', 'readIn']);
/** Short looks into files, which wait behind no reading. */
const LOOKS: ReadonlySet<keyof Jobs> = new Set(['unpack', 'codebook', 'detect', 'preview']);

/** The jobs that read whole columns for a study's health; they run apart, so that counting never waits for them. */
const HEALTH_JOBS: ReadonlySet<keyof Jobs> = new Set(['outliers', 'twins', 'reach']);

/** Removes what an intake left that was killed an hour ago or more. */
function forgetParts(folder: string): void {
  for (const name of readdirSync(studiesFolder({ folder }))) {
    const path = join(studiesFolder({ folder }), name);
    if (name.includes('.part-') && Date.now() - statSync(path).mtimeMs > 3_600_000) rmSync(path, { force: true });
  }
}

/** A thread that nobody needs is kept this long: starting one takes a quarter of a second. */
const IDLE_MS = 60_000;

/** Starts the service: its folders and its threads. */
export function startService(options: ServiceOptions): Service {
  const folder = options.folder ?? defaultFolder();
  mkdirSync(studiesFolder({ folder }), { recursive: true });
  mkdirSync(intakesFolder({ folder }), { recursive: true });
  forgetParts(folder);
  // Whoever fetched these has them, or asks again.
  rmSync(join(folder, 'exports'), { recursive: true, force: true });
  const pool = (minThreads = 1, maxThreads = 1) =>
    new Tinypool({
      filename: options.worker,
      runtime: 'worker_threads',
      minThreads,
      maxThreads,
      idleTimeout: IDLE_MS,
      isolateWorkers: false,
    });
  const counting = pool();
  const intake = pool(1, READING_AT_ONCE);
  const looking = pool(0, READING_AT_ONCE);
  const assessing = pool(0, ASSESSING_AT_ONCE);
  const health = pool(0, 1);
  const poolOf = (name: keyof Jobs) => {
    if (INTAKE_JOBS.has(name)) return intake;
    if (LOOKS.has(name)) return looking;
    if (HEALTH_JOBS.has(name)) return health;
    return name === 'assess' ? assessing : counting;
  };
  const service: Service = {
    folder,
    log: options.log ?? pino({ level: 'silent' }),
    studies: new Map(),
    readings: new Map(),
    making: new Map(),
    revisionOf: (id) => {
      const db = service.studies.get(id)?.db;
      return db ? studyRow(db).revision : null;
    },
    pending: new Set(),
    run: async <K extends keyof Jobs>(name: K, job: Jobs[K]['takes'], signal?: AbortSignal) => {
      const answer: unknown = await poolOf(name).run(job, { name, ...(signal ? { signal } : {}) });
      const envelope = answer as Envelope<Jobs[K]['gives']>;
      if (envelope.ok) return envelope.value;
      const { kind, message, mend, place } = envelope.fault;
      throw new Fault(kind, message, mend, place);
    },
    close: async () => {
      // A file that was not read to its end is read again when it is asked for.
      for (const { progress } of service.readings.values()) cancel(progress);
      await Promise.all([...service.readings.values()].map(({ done }) => done));
      while (service.pending.size > 0) await Promise.allSettled([...service.pending]);
      await Promise.all([
        counting.destroy(),
        intake.destroy(),
        looking.destroy(),
        assessing.destroy(),
        health.destroy(),
      ]);
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
