import type { RosterVariable } from '../../../../api/types.js';
import { liftCommon, saysNone, ticksIn } from '../../../../core/codebook/questions.js';
import { isAnswer } from '../../../../core/codebook/types.js';
import type { Gather } from '../../../../core/recode/gather/shape.js';
import { optionLabels } from '../option-labels.js';
import { isCoded } from '../sources.js';
import type { ViewKind } from '../view-kind.js';
import { GatherBody } from './GatherBody.js';

/**
 * The yes/no columns that were selected as one question: labels without what they share, the code that looks like
 * ticked.
 */
function startGather(sources: readonly RosterVariable[]): Gather {
  const titles = sources.map(({ label, question, name }) => label || question || name);
  const { common, rest } = liftCommon(titles);
  const labels = common === '' ? optionLabels(titles) : rest;
  const items = sources.map(({ id, codes, name }, k) => {
    const ticks = ticksIn(codes.filter(isAnswer).map(({ code, label }) => ({ code, label })));
    return {
      source: id,
      label: labels[k] ?? name,
      ticked: ticks?.ticked ?? '',
      also: ticks && ticks.also.length > 0 ? ticks.also : undefined,
    };
  });
  const none = items.find((_, k) => saysNone(titles[k] ?? ''));
  return {
    kind: 'gather',
    items: items.filter((item) => item !== none),
    none: none ? { source: none.source, label: 'None of these', ticked: none.ticked } : null,
  };
}

export const gatherView: ViewKind<Gather> = {
  title: 'Gather columns',
  says: 'Yes/no columns to one question.',
  noun: 'question',
  of: 'many',
  sources: 'columns',
  suits: isCoded,
  start: ({ sources }) => startGather(sources),
  startLabel: (sources) =>
    sources.length < 2 ? '' : liftCommon(sources.map(({ question, label, name }) => label || question || name)).common,
  lack: ({ items }) =>
    items.length < 2 || items.some(({ ticked }) => ticked === '')
      ? 'Choose two columns or more and the code that means ticked.'
      : null,
  Body: GatherBody,
};
