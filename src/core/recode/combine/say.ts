import { and, or } from '../../words.js';

import type { Names } from '../kind.js';
import type { Combine } from './shape.js';

const HOW: Record<Combine['how'], (titles: string[], k: number) => string> = {
  any: (titles) => `What is mentioned in ${or(titles)}`,
  all: (titles) => `What is mentioned in ${and(titles)} alike`,
  'first-only': ([first = '', ...rest]) => `What is mentioned in ${first} but not in ${or(rest)}`,
  'at-least': (titles, k) => `What is mentioned in at least ${k} of ${and(titles)}`,
};

export function sayCombine({ sources, how, atLeast, base }: Combine, titleOf: Names['titleOf']): string {
  return (
    `${HOW[how](sources.map(titleOf), atLeast)}, among who answered ` +
    `${base === 'all' ? 'all of them' : 'any of them'}; none of these is worked out from the result.`
  );
}
