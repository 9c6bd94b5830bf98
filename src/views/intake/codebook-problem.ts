/** What went wrong with a codebook that was dropped with its data, until the page of the intake has told it. */
interface Problem {
  detail: string;
  mend: string;
}

const keyOf = (intake: string) => `hatch-count:intake:${intake}:codebook`;

/** Keeps it for the page that comes next; where the browser keeps nothing, the codebook is only missing there. */
export function leaveCodebookProblem(intake: string, { detail, mend }: Problem): void {
  try {
    sessionStorage.setItem(keyOf(intake), JSON.stringify({ detail, mend }));
  } catch {
    // The page of the intake shows that it has no codebook.
  }
}

const isProblem = (value: unknown): value is Problem =>
  typeof value === 'object' &&
  value !== null &&
  typeof (value as Partial<Problem>).detail === 'string' &&
  typeof (value as Partial<Problem>).mend === 'string';

/** Takes it, once. */
export function takeCodebookProblem(intake: string): Problem | null {
  try {
    const stored: unknown = JSON.parse(sessionStorage.getItem(keyOf(intake)) ?? 'null');
    sessionStorage.removeItem(keyOf(intake));
    return isProblem(stored) ? stored : null;
  } catch {
    return null;
  }
}
