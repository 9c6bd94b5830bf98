import { Fault } from '../../core/fault.js';
import { type Home, OUT_OF_MEMORY, type PostedBack, startHelper, type Tell } from './helper.js';
import type { JobLimits } from './limits.js';

/** A job as it is asked for. */
export interface JobAsked {
  name: string;
  job: unknown;
  limits: JobLimits;
  /** Who asked: what can be done at once is shared between askers. */
  asker: string;
  /** Ends the job, waiting or under way. */
  signal?: AbortSignal | undefined;
  /** Is told how far the job is. */
  tell?: Tell | undefined;
}

/** A job that somebody waits for. */
export interface Waiting extends JobAsked {
  resolve: (answer: unknown) => void;
  reject: (error: unknown) => void;
}

/** A helper with what it does now. */
export interface Seat {
  /** The job under way; null: it is free. */
  doing: () => Waiting | null;
  begin: (waiting: Waiting) => void;
  /** Posts something to be done beside; a helper that is busy for longer than a moment is ended instead. */
  post: (name: string, job: unknown) => Promise<void>;
  /** Ends the helper, and what it does for a reason that whoever asked is told. Resolves when it is gone. */
  end: (why: unknown) => Promise<void>;
}

interface Events {
  /** Whether it is kept though nobody needs it for long. */
  stays: () => boolean;
  /** It can take the next job. */
  free: (seat: Seat, done: Waiting) => void;
  /** It is being ended, with the job that it did. */
  ending: (seat: Seat, broken: Waiting | null, gone: Promise<void>) => void;
}

/** A helper that nobody needs is kept this long: starting one takes a quarter of a second. */
const IDLE_MS = 60_000;
/** How long a message to all may wait behind a job. */
const POST_MS = 3000;

const CHANGED = new Fault('busy', 'The study was changed meanwhile.', 'Ask again.');

const placeOf = (file: string | undefined) => (file === undefined ? {} : { file });

function tooLong({ words, seconds, stalls }: JobLimits, file: string | undefined): Fault {
  const what = stalls ? 'made no headway for' : 'took more than';
  const mend =
    file === undefined ? 'Ask for less at once.' : 'The file is damaged, or asks for too much: write it again.';
  return new Fault('too-large', `${words} ${what} ${seconds} seconds and was ended.`, mend, placeOf(file));
}

function tooMuch({ words, memory }: JobLimits, file: string | undefined): Fault {
  const mend =
    file === undefined
      ? 'Ask for less at once.'
      : 'The file is damaged, or holds too much: split it or write it again.';
  return new Fault('too-large', `${words} took more than ${memory} MB of memory and was ended.`, mend, placeOf(file));
}

/** The name of the file that a job reads, where it reads one of a stranger. */
export function fileIn(job: unknown): string | undefined {
  if (typeof job !== 'object' || job === null || !('file' in job)) return undefined;
  const { file } = job;
  if (typeof file === 'string') return file.includes('/') || file.includes('\\') ? undefined : file;
  return typeof file === 'object' && file !== null && 'name' in file ? String(file.name) : undefined;
}

/** Numbers by which answers find what they answer. */
let numbers = 0;

/** Starts a helper. */
export function openSeat(file: string, home: Home, { stays, free, ending }: Events): Seat {
  let task: { id: number; waiting: Waiting } | null = null;
  let timer: NodeJS.Timeout | undefined;
  let ended: Promise<void> | null = null;
  /** What is to be done when a message beside is answered. */
  const beside = new Map<number, () => void>();

  function watch(): void {
    clearTimeout(timer);
    const { limits, job } = task!.waiting;
    timer = setTimeout(() => void seat.end(tooLong(limits, fileIn(job))), limits.seconds * 1000);
  }

  function hear(message: PostedBack): void {
    beside.get(message.id)?.();
    if (task?.id !== message.id) return;
    const { waiting } = task;
    if ('tell' in message) {
      waiting.tell?.(message.tell.share, message.tell.rows);
      if (waiting.limits.stalls) watch();
      return;
    }
    task = null;
    clearTimeout(timer);
    helper.hold(false);
    timer = setTimeout(() => {
      if (!stays()) void seat.end(null);
    }, IDLE_MS).unref();
    if ('answer' in message) waiting.resolve(message.answer);
    else waiting.reject(Object.assign(new Error(message.defect.message), { stack: message.defect.stack }));
    free(seat, waiting);
  }

  function die(why: NodeJS.ErrnoException): void {
    const limits = task?.waiting.limits;
    void seat.end(limits && why.code === OUT_OF_MEMORY ? tooMuch(limits, fileIn(task?.waiting.job)) : why);
  }

  const helper = startHelper(home, file, {
    heard: hear,
    died: (why) => {
      if (!ended) die(why);
    },
  });
  const seat: Seat = {
    doing: () => task?.waiting ?? null,
    begin: (waiting) => {
      task = { id: ++numbers, waiting };
      watch();
      helper.hold(true);
      const { name, job, limits } = waiting;
      helper.post({ id: task.id, name, job, memory: limits.memory * 1024 * 1024 });
    },
    post: (name, job) =>
      new Promise((resolve) => {
        const id = ++numbers;
        const late = setTimeout(() => void seat.end(CHANGED), POST_MS);
        beside.set(id, () => {
          clearTimeout(late);
          beside.delete(id);
          resolve();
        });
        helper.post({ id, name, job, memory: Infinity });
      }),
    end: (why) => {
      if (ended) return ended;
      const broken = task?.waiting ?? null;
      task = null;
      clearTimeout(timer);
      // Files that the job had open are closed by then.
      ended = helper.end().then(() => {
        broken?.reject(why);
        for (const answered of beside.values()) answered();
      });
      ending(seat, broken, ended);
      return ended;
    },
  };
  return seat;
}
