/** The revision of each study that stands on the page: a change to what was changed since is refused, and told. */
const seen = new Map<string, number>();

/** The revision that an answer says its study has. */
export const revisionIn = (response: Response) => Number(/\d+/.exec(response.headers.get('etag') ?? '')?.[0] ?? NaN);

/** The revision of a study that this page shows. */
export const seenRevision = (study: string): number | null => seen.get(study) ?? null;

/** Takes over the revision of a study that comes to stand on the page. Gives whether it is another than was known. */
export function nowShown(study: string, response: Response): boolean {
  const [before, now] = [seen.get(study), revisionIn(response)];
  seen.set(study, now);
  return before !== undefined && before !== now;
}

/** Takes over the revision that a change of this page's own made. */
export function nowSeen(study: string, response: Response): void {
  const revision = revisionIn(response);
  // With another's change in between, it is the next look that shows it.
  if (revision === (seen.get(study) ?? NaN) + 1) seen.set(study, revision);
}
