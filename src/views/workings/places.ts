import { type Make, MAKES } from './kinds/registry.js';

/** What is open, as the address has it. */
export type Place =
  | { at: 'list' }
  /** A new working: of variables by name, or like a working that there is; numbers may have a decimal comma. */
  | { at: 'make'; make: Make; of: string[]; like: number | null; comma?: boolean | undefined }
  /** A working; with an entry of the ledger, as that entry made it, to be changed there. */
  | { at: 'working'; id: number; entry?: number | undefined };

const whole = (text: string | null): number | null => (text !== null && /^\d+$/.test(text) ? Number(text) : null);

export function placeFrom(search: string): Place {
  const query = new URLSearchParams(search);
  const working = whole(query.get('working'));
  if (working !== null) return { at: 'working', id: working, entry: whole(query.get('entry')) ?? undefined };
  const wanted = query.get('make');
  const make = MAKES.find((one) => one === wanted);
  return make
    ? {
        at: 'make',
        make,
        of: query.getAll('of'),
        like: whole(query.get('like')),
        comma: query.get('decimal') === 'comma',
      }
    : { at: 'list' };
}

export function addressOf(place: Place): string {
  if (place.at === 'working') return `?working=${place.id}${place.entry === undefined ? '' : `&entry=${place.entry}`}`;
  if (place.at === 'list') return '';
  const query = new URLSearchParams({ make: place.make });
  for (const name of place.of) query.append('of', name);
  if (place.like !== null) query.set('like', String(place.like));
  if (place.comma) query.set('decimal', 'comma');
  return `?${query.toString()}`;
}

const inWorkings = (study: string, place: Place) => `/studies/${study}/workings${addressOf(place)}`;

/** Where a new working of some variables is made. */
export const makeAddress = (study: string, make: Make, ...of: string[]): string =>
  inWorkings(study, { at: 'make', make, of, like: null });

/** Where a text is read as a number. */
export const numberAddress = (study: string, name: string, decimal: '.' | ','): string =>
  inWorkings(study, { at: 'make', make: 'number', of: [name], like: null, comma: decimal === ',' });
