import { z } from 'zod';
import type { Key } from '../../api/types.js';
import { type KeptShape, opened, sealed } from '../../core/kept-shape.js';

/** A change that was made on a page and of which the server has not said that it has it. */
const UnsentShape = z.object({
  /** Under which it is sent: however often it is, it is made once. */
  id: z.string(),
  key: z.string(),
  /** The parts of its path, its body and its query. */
  asked: z.record(z.string(), z.unknown()),
  /** The revision of the study on which it was made; null: whatever came since. */
  revision: z.number().nullable(),
  /** When it was made, in milliseconds. */
  at: z.number(),
  /** Why the server refused it, when it was sent again. */
  refused: z.object({ detail: z.string(), mend: z.string() }).nullable(),
});
export type Unsent = z.infer<typeof UnsentShape>;

const LIST: KeptShape<Unsent[]> = { version: 1, shape: z.array(UnsentShape) };
const PLACE = 'hatch-count:unsent';

/** What cannot be kept on the disk, which is full or forbidden, lives as long as the page. */
let here: Unsent[] | null = null;
const listeners = new Set<() => void>();
/** What is on its way from this page. */
const onItsWay = new Set<string>();

function read(): Unsent[] {
  if (here) return here;
  try {
    const text = localStorage.getItem(PLACE);
    return text === null ? [] : (opened(LIST, JSON.parse(text)) ?? []);
  } catch {
    return [];
  }
}

function write(items: Unsent[]): void {
  try {
    localStorage.setItem(PLACE, JSON.stringify(sealed(LIST, items)));
    here = null;
  } catch {
    here = items;
  }
  seen = null;
  for (const listener of listeners) listener();
}

/**
 * Whether a change is kept until the server has it: all that is done to what is in a study, but drafts and undoing;
 * and never an account, whose password would be written down in the browser.
 */
export const isKeptUntilSent = (key: Key): boolean =>
  key.includes(' /studies/{study}/') &&
  !key.includes('/drafts') &&
  !key.includes('/ledger/') &&
  !key.endsWith('/account');

/** Every change that the server may not have, the oldest first. */
export const allUnsent = (): readonly Unsent[] => read();

let seen: readonly Unsent[] | null = null;
/** Those that are not on their way just now; the same list as long as nothing changes. */
export const waitingUnsent = (): readonly Unsent[] => (seen ??= read().filter(({ id }) => !onItsWay.has(id)));

const NOBODY: readonly Unsent[] = [];
export const nothingUnsent = () => NOBODY;

/** Calls back when there are more, or fewer; also where another tab makes it so. @returns how to stop it */
export function watchUnsent(listener: () => void): () => void {
  const stored = ({ key }: StorageEvent) => {
    if (key !== PLACE) return;
    seen = null;
    listener();
  };
  listeners.add(listener);
  window.addEventListener('storage', stored);
  return () => {
    listeners.delete(listener);
    window.removeEventListener('storage', stored);
  };
}

/** Keeps a change before it is sent; `isOnItsWay` until `keepWaiting` or `forgetUnsent`. */
export function keepUnsent(item: Unsent): void {
  onItsWay.add(item.id);
  write([...read(), item]);
}

export function forgetUnsent(id: string): void {
  onItsWay.delete(id);
  write(read().filter((item) => item.id !== id));
}

/** Leaves a change to be sent again; with why the server refused it, if it did. */
export function keepWaiting(id: string, refused: Unsent['refused'] = null): void {
  onItsWay.delete(id);
  write(read().map((item) => (item.id === id ? { ...item, refused } : item)));
}

export function setOnItsWay(id: string): void {
  onItsWay.add(id);
  seen = null;
}

/** Whether older changes of a study wait, behind which a new one has to go. */
export const hasWaiting = (study: string): boolean => waitingUnsent().some(({ asked }) => asked['study'] === study);

/**
 * Changes that this browser made on the revision before stand on the one that an own change made.
 * @param revision that the study has after it
 */
export function standOn(study: string, revision: number): void {
  const stands = (item: Unsent) => item.asked['study'] === study && item.revision === revision - 1;
  const items = read();
  if (items.some(stands)) write(items.map((item) => (stands(item) ? { ...item, revision } : item)));
}

const TEXT_FIELDS = ['name', 'label', 'question', 'group', 'note', 'level'];

interface EditLike {
  variable?: unknown;
  [field: string]: unknown;
}

/**
 * What was typed into cells of a study's codebook and is not sent: text by variable and field.
 * @example unsentCells(allUnsent(), 'plots').get('3 label') // 'Plot size'
 */
export function unsentCells(items: readonly Unsent[], study: string): ReadonlyMap<string, string> {
  const cells = new Map<string, string>();
  for (const { key, asked } of items) {
    const { edits } = (asked['body'] ?? {}) as { edits?: unknown };
    if (key !== 'PATCH /studies/{study}/codebook' || asked['study'] !== study || !Array.isArray(edits)) continue;
    for (const edit of edits as EditLike[])
      for (const field of TEXT_FIELDS)
        if (typeof edit[field] === 'string') cells.set(`${String(edit.variable)} ${field}`, edit[field]);
  }
  return cells;
}
