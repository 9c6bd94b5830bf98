import { saysNone } from '../../../../core/codebook/questions.js';
import type { Slots } from '../../../../core/recode/slots/shape.js';
import { isCoded, sharedOptions } from '../sources.js';
import type { ViewKind } from '../view-kind.js';
import { SlotsBody } from './SlotsBody.js';

export const slotsView: ViewKind<Slots> = {
  title: 'Gather slots',
  says: 'Columns that each hold a code to one question.',
  noun: 'question',
  of: 'many',
  sources: 'slots',
  suits: isCoded,
  start: ({ sources }) => {
    const options = sharedOptions(sources);
    const none = options.find(({ label }) => saysNone(label))?.code ?? null;
    return {
      kind: 'slots',
      sources: sources.map(({ id }) => id),
      options: options.filter(({ code }) => code !== none),
      none,
    };
  },
  startLabel: () => '',
  lack: ({ sources, options }) => (sources.length < 2 || options.length === 0 ? 'Choose two slots or more.' : null),
  Body: SlotsBody,
};
