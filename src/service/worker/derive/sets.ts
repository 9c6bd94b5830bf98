import { combine, combined, proveCombine } from '../../../core/recode/combine.js';
import { gather, gathered, proveGather, revivedByGather } from '../../../core/recode/gather.js';
import { proveSlots, revivedBySlots, slots, slotted } from '../../../core/recode/slots.js';
import type { Combine, Gather, Slots } from '../../../core/recode/types.js';
import { countableColumn, keptSets, sourceCodes, withMissing } from './columns.js';
import type { Deriver } from './types.js';

export const deriveGather: Deriver<Gather> = (job, recipe) => {
  const sources = withMissing(job);
  const result = gather(recipe, sources, job.respondents);
  const proof = proveGather(recipe, result, revivedByGather(recipe, sources));
  return { ...gathered(recipe), proof, ...keptSets(result.column, result.mentioned) };
};

export const deriveSlots: Deriver<Slots> = (job, recipe) => {
  const sources = withMissing(job);
  const result = slots(recipe, sources, job.respondents);
  const titles = job.sources.map(({ title }) => title);
  return {
    ...slotted(recipe),
    proof: proveSlots(recipe, result, titles, revivedBySlots(recipe, sources, titles)),
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
