import { combine, combined, proveCombine } from '../../../core/recode/combine.js';
import { gather, gathered, proveGather } from '../../../core/recode/gather.js';
import { proveSlots, slots, slotted } from '../../../core/recode/slots.js';
import type { Combine, Gather, Slots } from '../../../core/recode/types.js';
import { countableColumn, keptSets, sourceCodes, withMissing } from './columns.js';
import type { Deriver } from './types.js';

export const deriveGather: Deriver<Gather> = (job, recipe) => {
  const result = gather(recipe, withMissing(job), job.respondents);
  return { ...gathered(recipe), proof: proveGather(recipe, result), ...keptSets(result.column, result.mentioned) };
};

export const deriveSlots: Deriver<Slots> = (job, recipe) => {
  const result = slots(recipe, withMissing(job), job.respondents);
  const titles = job.sources.map(({ title }) => title);
  return {
    ...slotted(recipe),
    proof: proveSlots(recipe, result, titles),
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
