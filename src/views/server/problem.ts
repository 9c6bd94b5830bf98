import type { ProblemBody } from '../../api/types.js';
import { Fault } from '../../core/fault.js';

/** A problem that the server told, or that kept us from reaching it. */
export class ProblemError extends Error {
  readonly mend: string;
  readonly place: ProblemBody['place'];
  readonly status: number | undefined;
  /** Somebody else changed the same meanwhile. */
  readonly stale: boolean;
  /** The server has too much to do, or is behind one that does not answer: it can be asked again. */
  readonly busy: boolean;

  constructor(problem: Pick<ProblemBody, 'detail' | 'mend' | 'place'> & { status?: number }) {
    super(problem.detail);
    this.name = 'ProblemError';
    this.mend = problem.mend;
    this.place = problem.place;
    this.status = problem.status;
    this.stale = problem.status === 412;
    this.busy = problem.status === 502 || problem.status === 503 || problem.status === 504;
  }
}

/** The server could not be reached. */
export class NoAnswer extends ProblemError {}

/** What went wrong, what to do, and how to have one's own way all the same where that can be. */
export interface Trouble {
  detail: string;
  mend: string;
  again?: (() => void) | undefined;
}

/** What went wrong and what to do, for the screen. */
export function problemText(error: unknown): { detail: string; mend: string } {
  if (error instanceof ProblemError || error instanceof Fault) return { detail: error.message, mend: error.mend };
  return { detail: error instanceof Error ? error.message : String(error), mend: 'Try again.' };
}

/** What went wrong with a change; where somebody else changed the same, with how to make it all the same. */
export function troubleOf(error: unknown, again: () => void): Trouble {
  const isStale = error instanceof ProblemError && error.stale;
  return { ...problemText(error), ...(isStale ? { again } : {}) };
}
