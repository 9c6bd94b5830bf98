import { titleOf } from '../../../../core/codebook/types.js';
import type { Interlock } from '../../../../core/recode/interlock/shape.js';
import type { ViewKind } from '../view-kind.js';
import { InterlockBody } from './InterlockBody.js';
import { suitsInterlock } from './suits.js';

export const interlockView: ViewKind<Interlock> = {
  title: 'Interlock',
  says: 'Groups within groups as one variable.',
  noun: 'working',
  of: 'many',
  sources: 'groups',
  suits: suitsInterlock,
  start: ({ sources }) => ({
    kind: 'interlock',
    sources: sources.map(({ id }) => id),
    between: ' · ',
    empty: false,
  }),
  startLabel: (sources) => (sources.length < 2 ? '' : sources.map(titleOf).reverse().join(' within ')),
  lack: ({ sources }) =>
    sources.length < 2 ? 'Choose two variables or more, from the outermost group inwards.' : null,
  Body: InterlockBody,
};
