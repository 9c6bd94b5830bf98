import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { Fault } from '../../core/fault.js';

const MINUTES = 15;
/** Wrong passwords for one name, and from one address, in that time. */
const BY_NAME = 10;
const BY_ADDRESS = 60;

/** Who gets a password wrong too often waits. */
export interface SignInLimits {
  /** @throws Fault where it was wrong too often */
  check: (email: string, address: string) => Promise<void>;
  wrong: (email: string, address: string) => Promise<void>;
  right: (email: string) => Promise<void>;
}

const waitFault = (ms: number) =>
  new Fault(
    'too-often',
    'The password was wrong too often.',
    `Try again in ${Math.max(1, Math.ceil(ms / 60_000))} minutes, or ask an administrator for a new link.`,
    { field: 'password' },
  );

/** Counts wrong passwords, by name and by address. */
export function signInLimits(): SignInLimits {
  const duration = MINUTES * 60;
  const names = new RateLimiterMemory({ points: BY_NAME, duration });
  const addresses = new RateLimiterMemory({ points: BY_ADDRESS, duration });
  const nameOf = (email: string) => email.toLowerCase();
  const count = async (limiter: RateLimiterMemory, key: string) => {
    try {
      await limiter.consume(key);
    } catch (error) {
      // Beyond the limit, which the next look says.
      if (!(error instanceof RateLimiterRes)) throw error;
    }
  };
  return {
    check: async (email, address) => {
      const [name, place] = [await names.get(nameOf(email)), await addresses.get(address)];
      const over = [
        name && name.consumedPoints >= BY_NAME ? name : null,
        place && place.consumedPoints >= BY_ADDRESS ? place : null,
      ];
      const longest = Math.max(0, ...over.map((limit) => limit?.msBeforeNext ?? 0));
      if (longest > 0) throw waitFault(longest);
    },
    wrong: async (email, address) => {
      await count(names, nameOf(email));
      await count(addresses, address);
    },
    right: async (email) => {
      await names.delete(nameOf(email));
    },
  };
}
