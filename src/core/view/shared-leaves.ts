import { placesBy, sharedBy } from '../table/shared-by.js';
import type { Leaf } from './types.js';

type Named = Pick<Leaf, 'is' | 'code'>;

/** What tells lines apart. */
const nameOf = ({ is, code }: Named) => `${is} ${code}`;

/** Lines that several blocks share: all that one of them has, in the order of the first that has most. */
export const sharedLeaves = (lists: readonly (readonly Leaf[])[]): Leaf[] => sharedBy(lists, nameOf);

/** Where each shared line stands in a block's own; -1 where it has none. */
export const placesIn = (own: readonly Leaf[], shared: readonly Leaf[]): number[] => placesBy(own, shared, nameOf);
