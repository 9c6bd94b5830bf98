import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { Fault } from '../../core/fault.js';

/** How much one person may ask of the server. */
export interface PersonLimitSettings {
  /** Requests in a minute. */
  requests: number;
  /** Files that wait to be accepted. */
  intakes: number;
  /** Bytes sent in a day. */
  bytes: number;
}

/** What holds where nothing else is said. */
export const USUAL_LIMITS: PersonLimitSettings = { requests: 3000, intakes: 50, bytes: 64 * 1024 ** 3 };

const MINUTE = 60;
const DAY = 86_400;

/** Keeps one person from taking all of the server. */
export interface PersonLimits {
  /** Counts a request. @throws Fault where there were too many in this minute */
  request: (person: number) => Promise<void>;
  /** Counts a file that is sent. @throws Fault where too many wait, or too much was sent today */
  file: (person: number, waiting: number, bytes: number) => Promise<void>;
}

async function take(limiter: RateLimiterMemory, person: number, points: number, fault: (ms: number) => Fault) {
  try {
    await limiter.consume(String(person), points);
  } catch (error) {
    throw error instanceof RateLimiterRes ? fault(error.msBeforeNext) : error;
  }
}

/** Counts what each person asks for. */
export function personLimits({ requests, intakes, bytes }: PersonLimitSettings): PersonLimits {
  const asked = new RateLimiterMemory({ points: requests, duration: MINUTE });
  const sent = new RateLimiterMemory({ points: bytes, duration: DAY });
  return {
    request: (person) =>
      take(asked, person, 1, (ms) => {
        const mend = `Ask again in ${Math.max(1, Math.ceil(ms / 1000))} seconds.`;
        return new Fault('too-often', `More than ${requests} requests in a minute.`, mend);
      }),
    file: async (person, waiting, size) => {
      if (waiting >= intakes) {
        const mend = 'Accept or discard some of them first.';
        throw new Fault('too-often', `${waiting} of your files wait to be accepted.`, mend, { field: 'file' });
      }
      await take(sent, person, Math.max(1, size), () => {
        const mend = 'Send the rest tomorrow, or ask who administers the server.';
        const gigabytes = (bytes / 1024 ** 3).toFixed(1);
        return new Fault('too-often', `More than ${gigabytes} GiB were sent today.`, mend, { field: 'file' });
      });
    },
  };
}
