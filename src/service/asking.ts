import { AsyncLocalStorage } from 'node:async_hooks';

/** What a change is known by to whoever asked for it, who may send it again. */
export interface RequestKey {
  key: string;
  /** Of all that was sent. */
  fingerprint: string;
}

/** On whose behalf something is done. */
export interface Asking {
  /** Who asked, as far as they can be told apart: what can be done at once is shared between askers. */
  asker: string;
  /** Aborted when they have gone; absent where the work is to be done all the same. */
  signal?: AbortSignal | undefined;
  /** What they are called, where several people use the server. */
  name?: string | undefined;
  /** Whether they may see respondents of the study one by one; absent: they may. */
  seesRows?: boolean | undefined;
  /** Of a change that is made once, however often it is sent. */
  request?: RequestKey | undefined;
}

/** Known to everything that is done for a request, without being handed on from function to function. */
const asking = new AsyncLocalStorage<Asking>();

/** What the server does by itself. */
const OURSELVES: Asking = { asker: 'ourselves' };

export const whoAsks = (): Asking => asking.getStore() ?? OURSELVES;

/** Does some work on behalf of somebody. */
export const askedBy = <T>(who: Asking, work: () => T): T => asking.run(who, work);
