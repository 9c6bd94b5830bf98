import { score } from '../../../core/recode/score.js';
import { proveScore } from '../../../core/recode/score-proof.js';
import { madeNumber, proveToNumber, toNumber } from '../../../core/recode/to-number.js';
import type { Score, ToNumber } from '../../../core/recode/types.js';
import { cachedColumn } from '../column-cache.js';
import { keptNumbers, sourceCodes, textsOf } from './columns.js';
import type { Deriver } from './types.js';

export const deriveToNumber: Deriver<ToNumber> = ({ file, respondents, sources }, recipe) => {
  const source = sources[0]!;
  // Of numbers, decimals stand with a point however they were read.
  const known = cachedColumn(file, source.column);
  const read: ToNumber = known.kind === 'number' ? { ...recipe, decimal: '.' } : recipe;
  const missing = source.codes.filter((code) => code.missing !== null);
  const result = toNumber(read, textsOf(file, source), missing, respondents);
  const made = madeNumber(result, source.codes);
  const proof = proveToNumber(result);
  const coded = [...result.coded].map(([code, one]) => ({ code, respondents: one.respondents }));
  return { ...made, proof, ...keptNumbers(result.values, result.wordOf, result.words, coded) };
};

export const deriveScore: Deriver<Score> = ({ file, respondents, sources }, recipe) => {
  const items = sources.map((source) => {
    const column = cachedColumn(file, source.column);
    return { title: source.title, column, codes: sourceCodes(source, column) };
  });
  const result = score(recipe, items, respondents);
  const proof = proveScore(
    recipe,
    result,
    items.map(({ title }) => title),
  );
  return { level: 'number', codes: [], proof, ...keptNumbers(result.values, null, [], []) };
};
