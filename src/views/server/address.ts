import type { AskedOf, FileKey, Key } from '../../api/types.js';

/** What an operation is asked with, its kinds not told apart. */
export interface Asked {
  readonly body?: unknown;
  readonly file?: File;
  readonly query?: Readonly<Record<string, string | undefined>>;
  readonly [part: string]: unknown;
}

function queryOf({ query = {}, file }: Asked): string {
  const search = new URLSearchParams();
  for (const [name, value] of Object.entries({ ...query, file: file?.name })) {
    if (value !== undefined) search.append(name, value);
  }
  const text = search.toString();
  return text === '' ? '' : `?${text}`;
}

/**
 * The method and the address of an operation.
 * @example addressOf('GET /studies/{study}', { study: 'plots' }).address // '/api/v1/studies/plots'
 */
export function addressOf(key: Key, asked: Asked): { method: string; address: string } {
  const [method = '', template = ''] = key.split(' ');
  const path = template.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(String(asked[name])));
  return { method, address: `/api/v1${path}${queryOf(asked)}` };
}

/** The address of a file, for a link. */
export function fileAddress<K extends FileKey>(key: K, asked: AskedOf<K>): string {
  return addressOf(key, asked).address;
}
