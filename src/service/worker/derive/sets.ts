import { combine, combined, proveCombine } from '../../../core/recode/combine.js';
import { gather, gathered, proveGather, revivedByGather } from '../../../core/recode/gather.js';
import { proveSlots, revivedBySlots, slots, slotted } from '../../../core/recode/slots.js';
import type { Combine, Gather, Slots } from '../../../core/recode/types.js';
import { countableColumn, keptSets, sourceCodes, withMissing } from './columns.js';
import type { Contradictions } from '../../../core/recode/contradictions.js';
import { cellReader } from '../../../store/cells.js';
import { studyFileAt } from '../column-cache.js';
import type { DeriveJob, Deriver } from './types.js';

/** The respondents that are listed, by what the study calls them. */
function withNames({ file, identifier }: DeriveJob, found: Contradictions): Contradictions {
  if (!identifier || found.listed.length === 0) return found;
  const read = cellReader(studyFileAt(file), identifier.column);
  const names = found.listed.map((place) => String(read(place - 1, place)[0] ?? place));
  return { ...found, called: { by: identifier.title, names } };
}

export const deriveGather: Deriver<Gather> = (job, recipe) => {
  const sources = withMissing(job);
  const result = gather(recipe, sources, job.respondents);
  const named = { ...result, contradictions: withNames(job, result.contradictions) };
  const proof = proveGather(recipe, named, revivedByGather(recipe, sources));
  return { ...gathered(recipe), proof, ...keptSets(result.column, result.mentioned) };
};

export const deriveSlots: Deriver<Slots> = (job, recipe) => {
  const sources = withMissing(job);
  const result = slots(recipe, sources, job.respondents);
  const titles = job.sources.map(({ title }) => title);
  return {
    ...slotted(recipe),
    proof: proveSlots(
      recipe,
      { ...result, contradictions: withNames(job, result.contradictions) },
      titles,
      revivedBySlots(recipe, sources, titles),
    ),
    ...keptSets(result.column, result.mentioned),
  };
};

export const deriveCombine: Deriver<Combine> = ({ file, sources, respondents }, recipe) => {
  const parts = sources.map((source) => {
    const column = countableColumn(file, source);
    return { title: source.title, column, codes: sourceCodes(source, column) };
  });
  const result = combine(recipe, parts, respondents);
  return {
    ...combined(recipe),
    proof: proveCombine(recipe, result, parts),
    ...keptSets(result.column, result.mentioned),
  };
};
