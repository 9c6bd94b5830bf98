import type { Key } from '../../api/types.js';
import { andMore } from '../../core/and-more.js';
import type { Unsent } from '../server/unsent.js';

const WHAT: Partial<Record<Key, string>> = {
  'PATCH /studies/{study}/codebook': 'Codebook',
  'POST /studies/{study}/code-lists': 'New code list',
  'POST /studies/{study}/missing': 'Codes that are no answers',
  'POST /studies/{study}/workings': 'New working',
  'POST /studies/{study}/workings/batch': 'New workings',
  'PUT /studies/{study}/workings/{working}': 'Changed working',
  'POST /studies/{study}/workings/{working}/other': 'Other one used',
  'DELETE /studies/{study}/workings/{working}': 'Working taken out',
  'POST /studies/{study}/workings/{working}/codings': 'Coded answers',
  'PUT /studies/{study}/workings/{working}/codings/file': 'Codings taken in',
  'POST /studies/{study}/tables': 'Table for the binder',
  'PUT /studies/{study}/tables/{table}': 'Changed table',
  'DELETE /studies/{study}/tables/{table}': 'Table taken out',
};

const LONGEST = 60;

/** Texts that somebody typed, wherever they stand in what is sent. */
function typedIn(value: unknown, field = ''): string[] {
  const isTyped = ['label', 'name', 'question', 'note', 'group', 'title', 'words'].includes(field);
  if (typeof value === 'string') return isTyped && value !== '' ? [value.slice(0, LONGEST)] : [];
  if (Array.isArray(value)) return value.flatMap((item) => typedIn(item, field));
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([name, inner]) => typedIn(inner, name));
}

/**
 * A change in a few words, by which whoever made it knows it again.
 * @example sayUnsent(item) // 'Codebook of plots: “Plot size”'
 */
export function sayUnsent({ key, asked }: Unsent): string {
  const what = WHAT[key as Key] ?? 'Change';
  const typed = [...new Set(typedIn(asked['body']))].map((text) => `“${text}”`);
  const study = typeof asked['study'] === 'string' ? ` of ${asked['study']}` : '';
  return `${what}${study}${typed.length > 0 ? `: ${andMore(typed, 3)}` : ''}`;
}
