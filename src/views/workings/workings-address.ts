import { type WorkingKind, WORKING_KINDS } from './kinds/registry.js';

/** What is open, as the address has it. */
export type WorkingsAddress =
  | { at: 'list' }
  /** A new working: of variables by name, or like a working that there is; numbers may have a decimal comma. */
  | { at: 'make'; kind: WorkingKind; of: string[]; like: number | null; comma?: boolean | undefined }
  /** A working; with an entry of the ledger, as that entry made it, to be changed there. */
  | { at: 'working'; id: number; entry?: number | undefined };

const whole = (text: string | null): number | null => (text !== null && /^\d+$/.test(text) ? Number(text) : null);

export function placeFrom(search: string): WorkingsAddress {
  const query = new URLSearchParams(search);
  const working = whole(query.get('working'));
  if (working !== null) return { at: 'working', id: working, entry: whole(query.get('entry')) ?? undefined };
  const wanted = query.get('make');
  const kind = WORKING_KINDS.find((candidate) => candidate === wanted);
  return kind
    ? {
        at: 'make',
        kind,
        of: query.getAll('of'),
        like: whole(query.get('like')),
        comma: query.get('decimal') === 'comma',
      }
    : { at: 'list' };
}

export function addressOf(place: WorkingsAddress): string {
  if (place.at === 'working') return `?working=${place.id}${place.entry === undefined ? '' : `&entry=${place.entry}`}`;
  if (place.at === 'list') return '';
  const query = new URLSearchParams({ make: place.kind });
  for (const name of place.of) query.append('of', name);
  if (place.like !== null) query.set('like', String(place.like));
  if (place.comma) query.set('decimal', 'comma');
  return `?${query.toString()}`;
}

const inWorkings = (study: string, place: WorkingsAddress) => `/studies/${study}/workings${addressOf(place)}`;

/** Where a new working of some variables is made. */
export const makeAddress = (study: string, kind: WorkingKind, ...of: string[]): string =>
  inWorkings(study, { at: 'make', kind, of, like: null });

/** Where a text is read as a number. */
export const numberAddress = (study: string, name: string, decimal: '.' | ','): string =>
  inWorkings(study, { at: 'make', kind: 'number', of: [name], like: null, comma: decimal === ',' });
