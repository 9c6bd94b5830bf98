import type { Database } from 'better-sqlite3';
import { type Json, rewriteJson } from './rewrite-json.js';

/** What the cells of a table show, before version 10: one percentage, and more figures each by a yes or a no. */
const PARTS = ['percent', 'counts', 'expected', 'residuals', 'letters'];

/** What a table shows as one list of figures, in the order in which they stood; none where it is what is usual. */
function inFigures(shown: Json): Json {
  if (!('percent' in shown)) return shown;
  const { percent, counts, expected, residuals, letters } = shown;
  const isCompared = letters !== undefined && percent === 'column';
  const figures = [
    { figure: `${String(percent)}-percent` },
    ...(counts === true ? [{ figure: 'count' }] : []),
    ...(isCompared ? [{ figure: 'letters' }] : []),
    ...(expected === true ? [{ figure: 'expected' }] : []),
    ...(residuals === true ? [{ figure: 'adjusted-residual' }] : []),
  ];
  const isUsual = figures.length === 2 && percent === 'column' && counts === true;
  const rest = Object.fromEntries(Object.entries(shown).filter(([part]) => !PARTS.includes(part)));
  return {
    ...rest,
    ...(isUsual ? {} : { figures }),
    ...(letters === undefined ? {} : { adjustment: letters }),
  };
}

/** A side of a change: what a thing was, or is to be. */
const side = (fields: Json | null): Json | null =>
  fields?.['shown'] ? { ...fields, shown: inFigures(fields['shown'] as Json) } : fields;

function upToDate(delta: { things: { of: string; before: Json | null; after: Json | null }[] }): unknown {
  return {
    ...delta,
    things: delta.things.map((thing) =>
      thing.of === 'table' ? { ...thing, before: side(thing.before), after: side(thing.after) } : thing,
    ),
  };
}

/** Tables that were kept, and entries of the ledger about them, say in a list which figures they show. */
export function figures(db: Database): void {
  rewriteJson(db, 'saved_table', 'shown', inFigures);
  rewriteJson(db, 'ledger_entry', 'delta', upToDate);
}
