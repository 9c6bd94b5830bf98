/** What came of an attack, as a besieger sees it. */
export interface Verdict {
  /** How it was answered, in a few words: counted and shown. */
  as: string;
  /** What should not have been; null: all is well. */
  wrong: string | null;
}

/** An answer that takes longer hangs. */
export const HANGS_MS = 10_000;

interface ProblemLike {
  type?: unknown;
  detail?: unknown;
  mend?: unknown;
  place?: unknown;
}

/** What is wrong with an answer: a defect, a hang, or a problem that does not say what and how to mend it. */
export function wrongWith(status: number, type: string, body: unknown, ms: number): string | null {
  if (ms > HANGS_MS) return `it took ${Math.round(ms)} ms`;
  if (status === 500) return `a defect: ${JSON.stringify(body).slice(0, 200)}`;
  if (status < 400) return null;
  if (!type.includes('problem+json')) return `${status} without a problem, but ${type}`;
  const { detail, mend, place } = (body ?? {}) as ProblemLike;
  const isTold = typeof detail === 'string' && detail !== '' && typeof mend === 'string' && mend !== '';
  return isTold && typeof place === 'object' && place !== null ? null : `${status} without its what, mend or place`;
}
