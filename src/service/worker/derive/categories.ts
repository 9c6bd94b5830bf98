import { band } from '../../../core/recode/band.js';
import { proveBand } from '../../../core/recode/band-proof.js';
import { flag, proveFlags } from '../../../core/recode/flags.js';
import { interlock, proveInterlock } from '../../../core/recode/interlock.js';
import { proveRegroup, regroup } from '../../../core/recode/regroup.js';
import { interlockSets, proveInterlockSets } from '../../../core/recode/interlock-sets.js';
import { proveRegroupSets, regroupSets } from '../../../core/recode/regroup-sets.js';
import type { SetsColumn } from '../../../core/count/column.js';
import { proveToCategories, toCategories } from '../../../core/recode/to-categories.js';
import type { Band, Flags, Interlock, Regroup, ToCategories } from '../../../core/recode/types.js';
import { cachedColumn } from '../column-cache.js';
import {
  codedColumn,
  countableColumn,
  keptCodes,
  keptSets,
  numericColumn,
  sourceCodes,
  talliedOnce,
  tally,
  textsOf,
} from './columns.js';
import type { Deriver, DeriveSource } from './types.js';

export const deriveRegroup: Deriver<Regroup> = ({ file, respondents, sources }, recipe) => {
  const source = sources[0]!;
  const found = countableColumn(file, source);
  if (found.kind === 'sets') return deriveNets(recipe, source, found);
  const column = codedColumn(file, source);
  const codes = sourceCodes(source, column);
  const { blank, counts } = tally(column, respondents);
  const made = regroup(recipe, codes);
  const places = new Map(made.codes.map(({ code }, k) => [code, k + 1]));
  const place = (code: string | null | undefined) => (code == null ? 0 : (places.get(code) ?? 0));
  const lookup = Uint16Array.from([place(made.blank), ...column.codes.map((code) => place(made.map.get(code)))]);
  const values = made.codes.length < 256 ? new Uint8Array(respondents) : new Uint16Array(respondents);
  for (let k = 0; k < respondents; k++) values[k] = lookup[column.values[k]!]!;
  return {
    level: made.level,
    codes: made.codes,
    proof: proveRegroup(recipe, codes, counts, blank),
    ...keptCodes(values, made.codes),
  };
};

/** A regroup of a question with several answers: nets over its options. */
function deriveNets(recipe: Regroup, source: DeriveSource, column: SetsColumn): ReturnType<Deriver<Regroup>> {
  // In the order of the column, as its respondents are counted.
  const labels = new Map(source.codes.map((code) => [code.code, code]));
  const codes = column.options.map((code) => labels.get(code) ?? { code, label: code, missing: null });
  const result = regroupSets(recipe, codes, column);
  return {
    ...result.made,
    proof: proveRegroupSets(recipe, codes, result, column.state),
    ...keptSets(result.column, result.mentioned),
  };
}

export const deriveBand: Deriver<Band> = ({ file, sources }, recipe) => {
  const source = sources[0]!;
  const column = numericColumn(file, source);
  const codes = sourceCodes(source, column);
  const { made, values } = band(recipe, codes, column, source.title);
  return {
    level: made.level,
    codes: made.codes,
    proof: proveBand(recipe, codes, talliedOnce(column)),
    ...keptCodes(values, made.codes),
  };
};

export const deriveInterlock: Deriver<Interlock> = ({ file, respondents, sources }, recipe) => {
  const found = sources.map((source) => ({ source, column: countableColumn(file, source) }));
  if (found.some(({ column }) => column.kind === 'sets')) {
    const mixed = found.map(({ source, column }) => ({
      title: source.title,
      column,
      codes: sourceCodes(source, column),
    }));
    const nested = interlockSets(recipe, mixed, respondents);
    return { ...nested.made, proof: proveInterlockSets(nested), ...keptSets(nested.column, nested.mentioned) };
  }
  const parts = sources.map((source) => {
    const column = codedColumn(file, source);
    return { title: source.title, column, codes: sourceCodes(source, column) };
  });
  const result = interlock(recipe, parts, respondents);
  return {
    ...result.made,
    proof: proveInterlock(recipe, result, parts),
    ...keptCodes(result.values, result.made.codes),
  };
};

/** Respondents by how they stand to a question (`SET_STATE`). */
function statesOf({ state }: SetsColumn): number[] {
  const states = [0, 0, 0, 0, 0, 0];
  for (const one of state) states[one]!++;
  return states;
}

export const deriveFlags: Deriver<Flags> = ({ file, respondents, sources }, recipe) => {
  const source = sources[0]!;
  const column = countableColumn(file, source);
  const codes = sourceCodes(source, column);
  const { made, values } = flag(recipe, codes, column);
  const kept = keptCodes(values, made.codes);
  const { blank, counts } = tally(column, respondents);
  const after = kept.figures.codes.map((one) => one.respondents);
  const proof = proveFlags(recipe, codes, counts, after, blank, column.kind === 'sets' ? statesOf(column) : null);
  return { level: made.level, codes: made.codes, proof, ...kept };
};

export const deriveToCategories: Deriver<ToCategories> = ({ file, respondents, sources }, recipe) => {
  const source = sources[0]!;
  const text = textsOf(file, source);
  const counts = new Map<string, number>();
  let blank = 0;
  for (let k = 0; k < respondents; k++) {
    const found = text(k);
    if (found === null) blank++;
    else counts.set(found, (counts.get(found) ?? 0) + 1);
  }
  const result = toCategories(recipe, counts, sourceCodes(source, cachedColumn(file, source.column)));
  const { made, placeOf } = result;
  const values = made.codes.length < 256 ? new Uint8Array(respondents) : new Uint16Array(respondents);
  for (let k = 0; k < respondents; k++) {
    const found = text(k);
    if (found !== null) values[k] = placeOf.get(found) ?? 0;
  }
  return { ...made, proof: proveToCategories(result, blank), ...keptCodes(values, made.codes) };
};
