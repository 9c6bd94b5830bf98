import type { RosterVariable, SentenceBody, Shown } from '../../api/types.js';
import { STANDINGS } from '../../core/count/types.js';
import { MENTIONS } from '../../core/table/sentence.js';
import { readShown, sayShown, SHOWN } from './shown-query.js';

type Condition = SentenceBody['only'][number];

/** A sentence under way: rows may not be chosen yet. */
export interface Draft extends Omit<SentenceBody, 'rows'> {
  rows: number | null;
}

export const EMPTY: Draft = { rows: null, by: null, within: null, only: [], weight: null };

/** The slots that hold one variable. */
const NAMED = ['rows', 'by', 'within', 'weight'] as const;

/** The sentence in the address, variables by name, so that a reload, the back button and a bookmark all keep it. */
export function toQuery(
  draft: Draft,
  variables: readonly RosterVariable[],
  table: number | null,
  shown: Shown = SHOWN,
): string {
  const name = (id: number | null) => variables.find((variable) => variable.id === id)?.name;
  const query = new URLSearchParams();
  for (const slot of NAMED) {
    const variable = name(draft[slot]);
    if (variable !== undefined) query.set(slot, variable);
  }
  if (draft.only.length > 0)
    query.set(
      'only',
      JSON.stringify(draft.only.map((condition) => ({ ...condition, variable: name(condition.variable) ?? '' }))),
    );
  if (draft.counted !== undefined) query.set('counted', draft.counted.join(' '));
  if (draft.mention !== undefined) query.set('mention', draft.mention);
  if (table !== null) query.set('table', String(table));
  const how = sayShown(shown);
  // A kept table may show otherwise than usual: what is usual is said of it too.
  if (how !== '' || table !== null) query.set('show', how || shown.percent);
  const text = query.toString();
  return text === '' ? '' : `?${text}`;
}

const isStrings = (value: unknown): value is string[] =>
  Array.isArray(value) && value.every((one) => typeof one === 'string');
const isEnd = (value: unknown): value is number | null => value === null || typeof value === 'number';

function conditionFrom(value: unknown, idOf: (name: unknown) => number | null): Condition[] {
  if (typeof value !== 'object' || value === null) return [];
  const { variable: name, is, codes, from, to, least } = value as Record<string, unknown>;
  const variable = idOf(name);
  if (variable === null) return [];
  if ((is === 'any-of' || is === 'none-of') && isStrings(codes)) return [{ variable, is, codes }];
  if (is === 'at-least' && isStrings(codes) && typeof least === 'number') return [{ variable, is, codes, least }];
  if (is === 'between' && isEnd(from) && isEnd(to)) return [{ variable, is, from, to }];
  return [];
}

/** Reads the sentence back; what does not fit the study is left out. */
export function fromQuery(
  search: string,
  variables: readonly RosterVariable[],
): { draft: Draft; table: number | null; shown: Shown } {
  const query = new URLSearchParams(search);
  const idOf = (name: unknown) => variables.find((variable) => variable.name === name)?.id ?? null;
  let only: unknown = [];
  try {
    only = JSON.parse(query.get('only') ?? '[]');
  } catch {
    only = [];
  }
  const table = Number(query.get('table') ?? NaN);
  const wanted = query.get('counted');
  const counted = wanted === null ? undefined : STANDINGS.filter((standing) => wanted.split(' ').includes(standing));
  const mention = MENTIONS.find((one) => one === query.get('mention'));
  const [rows, by, within, weight] = NAMED.map((slot) => idOf(query.get(slot)));
  return {
    draft: {
      rows: rows ?? null,
      by: by ?? null,
      within: within ?? null,
      weight: weight ?? null,
      only: Array.isArray(only) ? only.flatMap((one) => conditionFrom(one, idOf)) : [],
      ...(counted ? { counted } : {}),
      ...(mention ? { mention } : {}),
    },
    table: Number.isInteger(table) ? table : null,
    shown: readShown(query.get('show') ?? ''),
  };
}
