import { saysNone } from '../../../../core/codebook/questions.js';
import type { Combine } from '../../../../core/recode/combine/shape.js';
import { sharedOptions } from '../sources.js';
import type { ViewKind } from '../view-kind.js';
import { CombineBody } from './CombineBody.js';
import { suitsCombine } from './suits.js';

export const combineView: ViewKind<Combine> = {
  title: 'Combine',
  says: 'In any question, in all, in one but not the others.',
  noun: 'working',
  of: 'many',
  sources: 'questions over the same codes',
  suits: suitsCombine,
  start: ({ sources }) => {
    const options = sharedOptions(sources);
    const none = options.filter(({ label }) => saysNone(label)).map(({ code }) => code);
    return {
      kind: 'combine',
      sources: sources.map(({ id }) => id),
      how: 'any',
      atLeast: 2,
      options: options.filter(({ code }) => !none.includes(code)),
      none,
      base: 'any',
    };
  },
  startLabel: () => '',
  lack: ({ sources }) => (sources.length < 2 ? 'Choose two variables or more.' : null),
  Body: CombineBody,
};
