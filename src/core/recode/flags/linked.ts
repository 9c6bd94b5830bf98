import { SET_STATES } from '../../count/set-state.js';
import { any, flag, is, when, whole } from '../../linked/build.js';
import { sumsOf } from '../../linked/query.js';
import {
  answeredBy,
  codedColumn,
  type DeriveLinked,
  lookupCodes,
  optionsOf,
  stateOf,
  tallyLinked,
} from '../../linked/source.js';
import { allCodesOf, countableOf } from '../source-columns.js';
import { flagged } from './compute.js';
import { proveFlags } from './prove.js';
import type { Flags } from './shape.js';

const [YES_PLACE, NO_PLACE] = [1, 2];

/** Makes a flag where its source stays in an engine. */
export const flagsLinked: DeriveLinked<Flags> = function* (recipe, [source]) {
  const column = countableOf(source!);
  const codes = allCodesOf(source!);
  const result = flagged(recipe, codes);
  const made = { level: result.level, codes: result.codes };
  const { blank, counts } = yield* tallyLinked(source!);
  if (column.kind === 'sets') {
    const state = stateOf(source!);
    const wanted = any(optionsOf(source!).flatMap(({ code, holds }) => (recipe.codes.includes(code) ? [holds] : [])));
    const answer = when([[wanted, whole(YES_PLACE)]], whole(NO_PLACE));
    const place = when([[answeredBy(state), answer]], whole(0));
    const { sums } = yield* sumsOf([
      flag(is(place, YES_PLACE)),
      flag(is(place, NO_PLACE)),
      ...SET_STATES.map((_, k) => flag(is(state, k))),
    ]);
    const after = result.codes.map((_, k) => (k < NO_PLACE ? sums[k]! : 0));
    const proof = proveFlags(recipe, codes, counts, after, blank, sums.slice(NO_PLACE));
    return { ...made, proof, linked: codedColumn(result.codes, place) };
  }
  const places = new Map(result.codes.map(({ code }, k) => [code, k + 1]));
  const placeOfCode = (code: string) => {
    const kept = result.kept.get(code);
    return kept === undefined ? (recipe.codes.includes(code) ? YES_PLACE : NO_PLACE) : (places.get(kept) ?? 0);
  };
  const after = result.codes.map((_, k) =>
    [...counts].reduce((sum, [code, respondents]) => sum + (placeOfCode(code) === k + 1 ? respondents : 0), 0),
  );
  return {
    ...made,
    proof: proveFlags(recipe, codes, counts, after, blank, null),
    linked: codedColumn(result.codes, lookupCodes(source!, placeOfCode)),
  };
};
