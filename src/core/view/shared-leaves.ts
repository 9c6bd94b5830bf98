import { sharedBy } from '../table/shared-by.js';
import type { Leaf } from './types.js';

type Named = Pick<Leaf, 'is' | 'code'>;

const isSame = (one: Named, other: Named) => one.is === other.is && one.code === other.code;

/** Lines that several blocks share: all that one of them has, in the order of the first that has most. */
export const sharedLeaves = (lists: readonly (readonly Leaf[])[]): Leaf[] => sharedBy(lists, isSame);

/** Where each shared line stands in a block's own; -1 where it has none. */
export const placesIn = (own: readonly Leaf[], shared: readonly Leaf[]): number[] =>
  shared.map((leaf) => own.findIndex((other) => isSame(other, leaf)));
