import { byId } from '../../core/by-id.js';
import { z } from 'zod';
import type { RosterVariable, Shown } from '../../api/types.js';
import { conditionsIn, mapClause } from '../../core/count/clause.js';
import { STANDINGS } from '../../core/count/set-state.js';
import { readFigures, sayFigures } from '../../core/table/figure-choice.js';
import { NetsShape } from '../../core/table/net.js';
import {
  type Clause,
  type Condition,
  MENTIONS,
  type Nest,
  type RowItem,
  type Sentence,
} from '../../core/table/sentence.js';
import {
  clauseShape,
  type ConditionCalled,
  codesHereShape,
  LabelShape,
  levelsHereShape,
  LinesShape,
} from '../../core/table/sentence-shape.js';
import { readShown, sayShown, SHOWN } from './shown-query.js';

/** A sentence under way: rows may not be chosen yet. */
export type Draft = Sentence;

export const EMPTY: Draft = { rows: [], by: [], within: null, only: [], weight: null };

/** Between the variables of a nest; a name that has it is written otherwise. */
const LEVEL = '>';
const written = (name: string) => name.replace(/[%>]/g, encodeURIComponent);

/** The field of an item's own wishes: "counted" of the first, "counted.2" of the second. */
const ofItem = (field: string, k: number) => (k === 0 ? field : `${field}.${k + 1}`);

/** The sentence in the address, variables by name, so that a reload, the back button and a bookmark all keep it. */
export function toQuery(
  draft: Draft,
  variables: readonly RosterVariable[],
  table: number | null,
  shown: Shown = SHOWN,
): string {
  const name = (id: number | null) => byId(variables, id)?.name;
  const query = new URLSearchParams();
  draft.rows.forEach(({ variable, counted, mention, as, nets, figures, label, lines }, k) => {
    const called = name(variable);
    if (called === undefined) return;
    query.append('rows', called);
    if (counted !== undefined) query.set(ofItem('counted', k), counted.join(' '));
    if (mention !== undefined) query.set(ofItem('mention', k), mention);
    if (as !== undefined) query.set(ofItem('as', k), as);
    if (nets !== undefined) query.set(ofItem('nets', k), JSON.stringify(nets));
    if (figures !== undefined) query.set(ofItem('cells', k), sayFigures(figures));
    if (label !== undefined) query.set(ofItem('label', k), label);
    if (lines !== undefined) query.set(ofItem('lines', k), JSON.stringify(lines));
  });
  for (const nest of draft.by) {
    const names = nest.flatMap((id) => name(id) ?? []);
    if (names.length > 0) query.append('by', names.map(written).join(LEVEL));
  }
  for (const slot of ['within', 'weight'] as const) {
    const variable = name(draft[slot]);
    if (variable !== undefined) query.set(slot, variable);
  }
  if (draft.only.length > 0) {
    const called = draft.only.map((clause) =>
      mapClause<Condition, ConditionCalled<string>>(clause, (condition) => ({
        ...condition,
        variable: name(condition.variable) ?? '',
      })),
    );
    query.set('only', JSON.stringify(called));
  }
  if (draft.levels) {
    const called = draft.levels.map((own) => ({ ...own, variable: name(own.variable) ?? '' }));
    query.set('levels', JSON.stringify(called));
  }
  if (draft.battery) query.set('battery', 'true');
  if (draft.summary) query.set('summary', 'true');
  if (draft.codes) {
    const called = draft.codes.map((own) => ({ ...own, variable: name(own.variable) ?? '' }));
    query.set('codes', JSON.stringify(called));
  }
  if (table !== null) query.set('table', String(table));
  const { show, figures, sort, heading } = sayShown(shown);
  // A kept table may show otherwise than usual: what is usual is said of it too.
  if (show !== '' || table !== null) query.set('show', show || 'usual');
  if (figures !== '') query.set('figures', figures);
  if (sort !== '') query.set('sort', sort);
  if (heading !== '') query.set('heading', heading);
  const text = query.toString();
  return text === '' ? '' : `?${text}`;
}

type FindId = (name: string) => number | null;

const ClauseShape = clauseShape(z.string(), 'Named');

/** A clause of which all variables are of the study; none where one is not. */
function clauseFrom(value: unknown, idOf: FindId): Clause[] {
  const parsed = ClauseShape.safeParse(value);
  if (!parsed.success) return [];
  const named = conditionsIn<ConditionCalled<string>>(parsed.data);
  if (named.some(({ variable }) => idOf(variable) === null)) return [];
  return [
    mapClause<ConditionCalled<string>, Condition>(parsed.data, (condition) => ({
      ...condition,
      variable: idOf(condition.variable) ?? 0,
    })),
  ];
}

/** A list that stands in an address as JSON; empty where it is none. */
function listIn(text: string | null): unknown[] {
  try {
    const list: unknown = JSON.parse(text ?? '[]');
    return Array.isArray(list) ? list : [];
  } catch {
    return [];
  }
}

const onlyFrom = (text: string | null, idOf: FindId): Clause[] =>
  listIn(text).flatMap((clause) => clauseFrom(clause, idOf));

const CodesHereShape = codesHereShape<string>(z.string());

const LevelsHereShape = levelsHereShape<string>(z.string());

/** What codes and levels are in this table; those of variables that are gone are left out. */
function hereFrom(query: URLSearchParams, idOf: FindId): Pick<Draft, 'codes' | 'levels'> {
  const known = <T extends { variable: string }>(list: readonly T[] = []) =>
    list.flatMap((own) => {
      const variable = idOf(own.variable);
      return variable === null ? [] : [{ ...own, variable }];
    });
  const codes = known(CodesHereShape.safeParse(listIn(query.get('codes'))).data);
  const levels = known(LevelsHereShape.safeParse(listIn(query.get('levels'))).data);
  return { ...(codes.length > 0 ? { codes } : {}), ...(levels.length > 0 ? { levels } : {}) };
}

function itemsFrom(query: URLSearchParams, idOf: FindId): RowItem[] {
  return query.getAll('rows').flatMap((name, k) => {
    const variable = idOf(name);
    const wanted = query.get(ofItem('counted', k));
    const mention = MENTIONS.find((candidate) => candidate === query.get(ofItem('mention', k)));
    const counted = wanted === null ? null : STANDINGS.filter((standing) => wanted.split(' ').includes(standing));
    const figures = readFigures(query.get(ofItem('cells', k)) ?? '');
    const nets = NetsShape.safeParse(listIn(query.get(ofItem('nets', k)))).data;
    const label = LabelShape.safeParse(query.get(ofItem('label', k))).data;
    const lines = LinesShape.safeParse(listIn(query.get(ofItem('lines', k)))).data;
    if (variable === null) return [];
    const as = query.get(ofItem('as', k)) === 'values' ? ({ as: 'values' } as const) : {};
    const wishes = {
      ...as,
      ...(counted ? { counted } : {}),
      ...(mention ? { mention } : {}),
      ...(nets ? { nets } : {}),
      ...(figures ? { figures } : {}),
      ...(label === undefined ? {} : { label }),
      ...(lines ? { lines } : {}),
    };
    return [{ variable, ...wishes }];
  });
}

function nestFrom(text: string, idOf: FindId): Nest[] {
  const nest = text.split(LEVEL).flatMap((name) => {
    try {
      return idOf(decodeURIComponent(name)) ?? [];
    } catch {
      return [];
    }
  });
  return nest.length > 0 ? [nest] : [];
}

/** Reads the sentence back; what does not fit the study is left out. */
export function fromQuery(
  search: string,
  variables: readonly RosterVariable[],
): { draft: Draft; table: number | null; shown: Shown } {
  const query = new URLSearchParams(search);
  const idOf = (name: string | null) => variables.find((variable) => variable.name === name)?.id ?? null;
  const table = Number(query.get('table') ?? NaN);
  return {
    draft: {
      rows: itemsFrom(query, idOf),
      by: query.getAll('by').flatMap((text) => nestFrom(text, idOf)),
      within: idOf(query.get('within')),
      weight: idOf(query.get('weight')),
      only: onlyFrom(query.get('only'), idOf),
      ...(query.get('battery') === 'true' ? { battery: true } : {}),
      ...(query.get('summary') === 'true' ? { summary: true } : {}),
      ...hereFrom(query, idOf),
    },
    table: Number.isInteger(table) ? table : null,
    shown: readShown({
      show: query.get('show') ?? '',
      figures: query.get('figures') ?? '',
      sort: query.get('sort') ?? '',
      heading: query.get('heading') ?? '',
    }),
  };
}
