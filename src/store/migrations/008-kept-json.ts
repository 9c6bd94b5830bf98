import type { Database } from 'better-sqlite3';
import { type Json, rewriteJson } from './rewrite-json.js';

/** A variable without an order of its own to be shown in: before version 6 nobody could give it one. */
function withShownOrder(variable: Json): Json {
  return 'shownOrder' in variable ? variable : { ...variable, shownOrder: [] };
}

/** A conversion says what it converts to: before there were two kinds of it, all made numbers. */
function withKind(recipe: Json): Json {
  return recipe['kind'] === 'convert' && !('to' in recipe) ? { ...recipe, to: 'number' } : recipe;
}

/** A side of a change: what a thing was, or is to be. */
function side(of: string, fields: Json | null, isWhole: boolean): Json | null {
  if (!fields) return fields;
  if (of === 'variable' && isWhole) return withShownOrder(fields);
  if (of === 'working' && fields['recipe']) return { ...fields, recipe: withKind(fields['recipe'] as Json) };
  return fields;
}

function upToDate(delta: { things: { of: string; before: Json | null; after: Json | null }[] }): unknown {
  const things = delta.things.map((thing) => {
    const isWhole = thing.before === null || thing.after === null;
    return {
      ...thing,
      before: side(thing.of, thing.before, isWhole),
      after: side(thing.of, thing.after, isWhole),
    };
  });
  return { ...delta, things };
}

/** Recipes and entries of the ledger that were kept before a part of them was known are given that part. */
export function keptJson(db: Database): void {
  rewriteJson(db, 'working', 'recipe', withKind);
  rewriteJson(db, 'ledger_entry', 'delta', upToDate);
}
