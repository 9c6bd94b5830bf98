import { z } from 'zod';

/**
 * What a browser, or a study, keeps of what is typed and not kept yet. It may be older than the program that reads it,
 * or written by nobody who knew it.
 */
export interface KeptShape<T> {
  /** Goes up when the shape changes so that an old draft does not fit any more. */
  version: number;
  shape: z.ZodType<T>;
  /** Brings a draft of an older version into this one; without it such a draft is read as it is. */
  migrate?: (value: unknown, version: number) => unknown;
}

const Envelope = z.strictObject({ version: z.int().min(0), draft: z.unknown() });

/** A draft as it is kept: with its version. */
export const sealed = <T>({ version }: KeptShape<T>, draft: T) => ({ version, draft });

/**
 * A kept draft, brought up to date; null where it has another shape, or comes from a newer program.
 * @param kept with its version, or bare as it was kept before drafts had one (version 0)
 */
export function opened<T>({ version, shape, migrate }: KeptShape<T>, kept: unknown): T | null {
  const envelope = Envelope.safeParse(kept);
  const { version: of, draft } = envelope.success ? envelope.data : { version: 0, draft: kept };
  if (of > version) return null;
  const parsed = shape.safeParse(of < version && migrate ? migrate(draft, of) : draft);
  return parsed.success ? parsed.data : null;
}
