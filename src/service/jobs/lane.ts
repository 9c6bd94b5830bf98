import { Fault } from '../../core/fault.js';
import { fairQueue } from './fair-queue.js';
import type { Home } from './helper.js';
import { type JobAsked, openSeat, type Seat, type Waiting } from './seat.js';

/** Helpers that do jobs of one kind, none behind those of another lane. */
export interface Lane {
  /** @throws Fault where the job takes too long or too much, or too many wait; or what its signal says */
  run: (asked: JobAsked) => Promise<unknown>;
  /** Starts the helpers that are always there. */
  warm: () => void;
  /** Has every helper do something; one that is busy for longer than a moment is ended instead. */
  tellAll: (name: string, job: unknown) => Promise<void>;
  /** Ends every job and every helper. */
  close: () => Promise<void>;
  /** How many jobs wait, and how many helpers there are. */
  now: () => { waiting: number; threads: number };
}

/** So many jobs of one asker may wait in a lane, and of all. */
const MOST_OF_ONE = 256;
const MOST_OF_ALL = 2048;

export const CLOSED = new Fault('busy', 'The server is stopping.', 'Start it again, and ask again.');

/** What was thrown, or what a signal says, as an error. */
const asError = (error: unknown) => (error instanceof Error ? error : new Error(String(error)));

const tooMany = () =>
  new Fault('busy', 'More is being asked for than can be done.', 'Wait until some of it is done, and ask again.');

/** A promise for a job, which its signal may end. */
function promised(asked: JobAsked, stop: (waiting: Waiting, why: unknown) => void, begin: (waiting: Waiting) => void) {
  return new Promise<unknown>((resolve, reject) => {
    const { signal } = asked;
    const gone = () => stop(waiting, signal?.reason);
    const waiting: Waiting = {
      ...asked,
      resolve: (answer) => {
        signal?.removeEventListener('abort', gone);
        resolve(answer);
      },
      reject: (error) => {
        signal?.removeEventListener('abort', gone);
        reject(asError(error));
      },
    };
    signal?.addEventListener('abort', gone, { once: true });
    begin(waiting);
  });
}

/**
 * A lane of helpers.
 * @param most helpers at the same time; they start when they are needed
 * @param least helpers that stay though nobody needs them
 */
export function lane(file: string, home: Home, most: number, least = 0): Lane {
  const queue = fairQueue<Waiting>();
  const seats = new Set<Seat>();
  const ending = new Set<Promise<void>>();
  let closed = false;

  function open(): Seat {
    const seat = openSeat(file, home, {
      stays: () => seats.size <= least,
      free: (_, { asker }) => {
        queue.done(asker);
        serve();
      },
      ending: (left, broken, gone) => {
        seats.delete(left);
        if (broken) queue.done(broken.asker);
        ending.add(gone);
        void gone.finally(() => {
          ending.delete(gone);
          serve();
        });
      },
    });
    seats.add(seat);
    return seat;
  }

  /** Begins what waits, as far as there are helpers for it. */
  function serve(): void {
    while (!closed && queue.waiting() > 0) {
      const free = [...seats].find((seat) => seat.doing() === null);
      if (!free && seats.size + ending.size >= most) return;
      const next = queue.next();
      if (next) (free ?? open()).begin(next.item);
    }
  }

  function stop(waiting: Waiting, why: unknown): void {
    if (queue.remove(waiting)) waiting.reject(why);
    const seat = [...seats].find((candidate) => candidate.doing() === waiting);
    if (!seat) return;
    const { grace = 0 } = waiting.limits;
    if (grace === 0) {
      void seat.end(why);
      return;
    }
    // It is likely to be done before a new helper would be ready; whoever asked is not kept.
    waiting.reject(why);
    setTimeout(() => {
      if (seat.doing() === waiting) void seat.end(why);
    }, grace * 1000).unref();
  }

  return {
    run: (asked) => {
      if (closed) return Promise.reject(CLOSED);
      if (asked.signal?.aborted) return Promise.reject(asError(asked.signal.reason));
      if (queue.waiting(asked.asker) >= MOST_OF_ONE || queue.waiting() >= MOST_OF_ALL) return Promise.reject(tooMany());
      return promised(asked, stop, (waiting) => {
        queue.push(asked.asker, waiting);
        serve();
      });
    },
    warm: () => {
      while (seats.size < least) open();
    },
    tellAll: async (name, job) => {
      await Promise.all([...seats].map((seat) => seat.post(name, job)));
    },
    close: async () => {
      closed = true;
      for (let next = queue.next(); next; next = queue.next()) next.item.reject(CLOSED);
      for (const seat of seats) void seat.end(CLOSED);
      await Promise.all(ending);
    },
    now: () => ({ waiting: queue.waiting(), threads: seats.size }),
  };
}
