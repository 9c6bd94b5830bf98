import { fork } from 'node:child_process';
import { Worker } from 'node:worker_threads';

/** Where jobs are done: a thread is in the server's process, a process has memory and files of its own. */
export type Home = 'thread' | 'process';

/** Tells how far a job is: the share of it that is done, and rows so far. */
export type Tell = (share: number, rows: number) => void;

/** What is posted to a helper: a job by its number and name. */
export interface Posted {
  id: number;
  name: string;
  job: unknown;
  /** Bytes that a process may have at most while it does the job. */
  memory: number;
}

/** What a helper posts back: how far it is, what came of it, or a defect of ours. */
export type PostedBack =
  | { id: number; tell: { share: number; rows: number } }
  | { id: number; answer: unknown }
  | { id: number; defect: { message: string; stack: string | undefined } };

/** A thread or process that does jobs. */
export interface Helper {
  post: (posted: Posted) => void;
  /** Whether the server is to stay up for what it does. */
  hold: (busy: boolean) => void;
  /** Ends it at once, whatever it does. Resolves when it is gone, with all its files. */
  end: () => Promise<void>;
}

interface Listener {
  heard: (message: PostedBack) => void;
  /** It ended by itself, or something else ended it. */
  died: (why: Error) => void;
}

/** What is said of a process that ended although nobody ended it. */
export const OUT_OF_MEMORY = 'ERR_OUT_OF_MEMORY';

const deathOf = (code: number | null, signal: NodeJS.Signals | null): Error => {
  // A process that takes too much is killed by its own watch, by the system, or aborts.
  const memory = signal === 'SIGKILL' || signal === 'SIGABRT' || code === 134;
  const error = new Error(`a helper ended with ${signal ?? String(code)}`);
  return memory ? Object.assign(error, { code: OUT_OF_MEMORY }) : error;
};

/** Megabytes of a process's own heap; what it keeps beside that is watched too. */
const HEAP_MB = 2048;

function startProcess(file: string, { heard, died }: Listener): Helper {
  const child = fork(file, [], {
    serialization: 'advanced',
    execArgv: [`--max-old-space-size=${HEAP_MB}`],
    stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
  });
  const gone = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  child.on('message', (message) => heard(message as PostedBack));
  child.once('exit', (code, signal) => died(deathOf(code, signal)));
  child.once('error', died);
  const hold = (busy: boolean) => {
    for (const handle of [child, child.channel])
      if (busy) handle?.ref();
      else handle?.unref();
  };
  hold(false);
  return {
    hold,
    post: (posted) => void child.send(posted),
    end: () => {
      hold(true);
      child.kill('SIGKILL');
      return gone;
    },
  };
}

function startThread(file: string, { heard, died }: Listener): Helper {
  const thread = new Worker(file);
  thread.on('message', (message) => heard(message as PostedBack));
  thread.once('error', (error: NodeJS.ErrnoException) =>
    died(error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? Object.assign(error, { code: OUT_OF_MEMORY }) : error),
  );
  thread.once('exit', (code) => died(new Error(`a thread ended with ${code}`)));
  thread.unref();
  return {
    hold: (busy) => (busy ? thread.ref() : thread.unref()),
    post: (posted) => thread.postMessage(posted),
    end: async () => {
      thread.ref();
      await thread.terminate();
    },
  };
}

/**
 * Starts a thread or a process that does jobs.
 * @param file the bundled entry, `dist/cli/worker.js`
 */
export const startHelper = (home: Home, file: string, listener: Listener): Helper =>
  home === 'process' ? startProcess(file, listener) : startThread(file, listener);
