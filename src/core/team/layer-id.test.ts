import { expect, it } from 'vitest';
import { layerOf, makerOf, ownLayer } from './layer-id.js';

it('the id of an own layer says of what study, and whose', () => {
  expect(layerOf(ownLayer('plots-2026', 12))).toEqual({ study: 'plots-2026', person: 12 });
  for (const id of ['plots', 'plots~', 'plots~0', 'plots~x', '~3', 'plots~1~2', '../plots~1'])
    expect(layerOf(id)).toEqual({ study: id, person: null });
});

it('the id of a thing says who made it', () => {
  expect([1, 999_999_999].map(makerOf)).toEqual([null, null]);
  expect([1_000_000_001, 3_000_000_012].map(makerOf)).toEqual([1, 3]);
});
