import { Fault } from '../../core/fault.js';
import { fairQueue } from './fair-queue.js';
import { type Helper, type Home, OUT_OF_MEMORY, type PostedBack, startHelper, type Tell } from './helper.js';
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

/** Helpers that do jobs of one kind, none behind those of another lane. */
export interface Lane {
  /** @throws Fault where the job takes too long or too much, or too many wait; what the signal says, where it ended it */
  run(asked: JobAsked): Promise<unknown>;
  /** Has every helper do something; one that is busy for longer than a moment is ended instead. */
  tellAll(name: string, job: unknown): Promise<void>;
  /** Ends every job and every helper. */
  close(): Promise<void>;
}

interface Waiting extends JobAsked {
  resolve: (answer: unknown) => void;
  reject: (error: unknown) => void;
}

interface Seat {
  helper: Helper;
  /** What it does now. */
  task: { id: number; asked: Waiting; timer: NodeJS.Timeout | undefined } | null;
  /** Ends a helper that has nothing to do for long. */
  idle: NodeJS.Timeout | undefined;
  /** Messages to all that it has not answered yet. */
  told: Map<number, () => void>;
}

/** A helper that nobody needs is kept this long: starting one takes a quarter of a second. */
const IDLE_MS = 60_000;
/** So many jobs of one asker may wait in a lane, and of all. */
const MOST_OF_ONE = 256;
const MOST_OF_ALL = 2048;
/** How long a message to all may wait behind a job. */
const TELL_MS = 3000;

export const CLOSED = new Fault('busy', 'The server is stopping.', 'Start it again, and ask again.');

const tooMany = () =>
  new Fault('busy', 'More is being asked for than can be done.', 'Wait until some of it is done, and ask again.');

const tooLong = ({ words, seconds, stalls }: JobLimits, file: string | undefined) =>
  new Fault(
    'too-large',
    stalls
      ? `${words} made no headway for ${seconds} seconds and was ended.`
      : `${words} took more than ${seconds} seconds and was ended.`,
    file === undefined ? 'Ask for less at once.' : 'The file is damaged, or asks for too much: write it again.',
    file === undefined ? {} : { file },
  );

const tooMuch = ({ words, memory }: JobLimits, file: string | undefined) =>
  new Fault(
    'too-large',
    `${words} took more than ${memory} MB of memory and was ended.`,
    file === undefined
      ? 'Ask for less at once.'
      : 'The file is damaged, or holds too much: split it or write it again.',
    file === undefined ? {} : { file },
  );

/** The name of the file that a job reads, where it reads one of a stranger. */
export function fileIn(job: unknown): string | undefined {
  if (typeof job !== 'object' || job === null || !('file' in job)) return undefined;
  const { file } = job;
  if (typeof file === 'string') return file.includes('/') || file.includes('\\') ? undefined : file;
  return typeof file === 'object' && file !== null && 'name' in file ? String(file.name) : undefined;
}

/**
 * A lane of helpers.
 * @param most helpers at the same time; they start when they are needed
 */
export function lane(file: string, home: Home, most: number): Lane {
  const queue = fairQueue<Waiting>();
  const seats = new Set<Seat>();
  const ending = new Set<Promise<void>>();
  let closed = false;
  let numbers = 0;

  function dismiss(seat: Seat): Promise<void> {
    seats.delete(seat);
    clearTimeout(seat.idle);
    clearTimeout(seat.task?.timer);
    for (const heard of seat.told.values()) heard();
    const gone = seat.helper.end();
    ending.add(gone);
    void gone.finally(() => ending.delete(gone));
    return gone;
  }

  /** Ends what a seat does, with its helper, for a reason that whoever asked is told. */
  function breakOff(seat: Seat, why: unknown): void {
    const { task } = seat;
    seat.task = null;
    clearTimeout(task?.timer);
    const gone = dismiss(seat);
    if (!task) return;
    queue.done(task.asked.asker);
    // Files that the job had open are closed by then.
    void gone.then(() => {
      task.asked.reject(why);
      serve();
    });
  }

  function watch(seat: Seat): void {
    const { task } = seat;
    if (!task) return;
    clearTimeout(task.timer);
    const { limits, job } = task.asked;
    task.timer = setTimeout(() => breakOff(seat, tooLong(limits, fileIn(job))), limits.seconds * 1000);
  }

  function hear(seat: Seat, message: PostedBack): void {
    const { task } = seat;
    seat.told.get(message.id)?.();
    if (task?.id !== message.id) return;
    if ('tell' in message) {
      task.asked.tell?.(message.tell.share, message.tell.rows);
      if (task.asked.limits.stalls) watch(seat);
      return;
    }
    seat.task = null;
    clearTimeout(task.timer);
    queue.done(task.asked.asker);
    seat.helper.hold(false);
    seat.idle = setTimeout(() => void dismiss(seat), IDLE_MS).unref();
    if ('answer' in message) task.asked.resolve(message.answer);
    else task.asked.reject(Object.assign(new Error(message.defect.message), { stack: message.defect.stack }));
    serve();
  }

  function open(): Seat {
    const seat: Seat = { helper: undefined as never, task: null, idle: undefined, told: new Map() };
    seat.helper = startHelper(home, file, {
      heard: (message) => hear(seat, message),
      died: (why) => {
        if (!seats.has(seat)) return;
        const asked = seat.task?.asked;
        const isMemory = (why as NodeJS.ErrnoException).code === OUT_OF_MEMORY;
        breakOff(seat, asked && isMemory ? tooMuch(asked.limits, fileIn(asked.job)) : why);
      },
    });
    seats.add(seat);
    return seat;
  }

  function serve(): void {
    for (;;) {
      const free = [...seats].find(({ task }) => task === null);
      if (closed || queue.waiting() === 0 || (!free && seats.size + ending.size >= most)) return;
      const asked = queue.next()!.item;
      const seat = free ?? open();
      clearTimeout(seat.idle);
      const id = ++numbers;
      seat.task = { id, asked, timer: undefined };
      watch(seat);
      seat.helper.hold(true);
      const { name, job, limits } = asked;
      seat.helper.post({ id, name, job, memory: limits.memory * 1024 * 1024 });
    }
  }

  function stop(waiting: Waiting, why: unknown): void {
    if (queue.remove(waiting)) waiting.reject(why);
    const seat = [...seats].find(({ task }) => task?.asked === waiting);
    if (!seat) return;
    const { grace = 0 } = waiting.limits;
    if (grace === 0) return breakOff(seat, why);
    // It is likely to be done before a new helper would be ready; whoever asked is not kept.
    waiting.reject(why);
    setTimeout(() => seat.task?.asked === waiting && breakOff(seat, why), grace * 1000).unref();
  }

  return {
    run: ({ signal, ...asked }) =>
      new Promise((resolve, reject) => {
        if (closed) return reject(CLOSED);
        if (signal?.aborted) return reject(signal.reason as Error);
        if (queue.waiting(asked.asker) >= MOST_OF_ONE || queue.waiting() >= MOST_OF_ALL) return reject(tooMany());
        const gone = () => stop(waiting, signal?.reason);
        const waiting: Waiting = {
          ...asked,
          resolve: (answer) => {
            signal?.removeEventListener('abort', gone);
            resolve(answer);
          },
          reject: (error) => {
            signal?.removeEventListener('abort', gone);
            reject(error as Error);
          },
        };
        signal?.addEventListener('abort', gone, { once: true });
        queue.push(asked.asker, waiting);
        serve();
      }),
    tellAll: async (name, job) => {
      await Promise.all(
        [...seats].map(
          (seat) =>
            new Promise<void>((resolve) => {
              const id = ++numbers;
              const late = setTimeout(
                () => breakOff(seat, new Fault('busy', 'The study was changed meanwhile.', 'Ask again.')),
                TELL_MS,
              );
              seat.told.set(id, () => {
                clearTimeout(late);
                seat.told.delete(id);
                resolve();
              });
              seat.helper.post({ id, name, job, memory: Infinity });
            }),
        ),
      );
    },
    close: async () => {
      closed = true;
      for (let next = queue.next(); next; next = queue.next()) next.item.reject(CLOSED);
      for (const seat of seats) breakOff(seat, CLOSED);
      await Promise.all(ending);
    },
  };
}
