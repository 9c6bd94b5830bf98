import type { Condition, Scalar } from './expression.js';

/** The scalars and conditions that something is made of. */
export function piecesOf(of: Scalar | Condition): readonly (Scalar | Condition)[] {
  switch (of.is) {
    case 'case':
      return [...of.when.flat(), of.otherwise];
    case 'lookup':
    case 'one-of':
    case 'is-nothing':
      return [of.of];
    case 'arithmetic':
    case 'call':
    case 'and':
    case 'or':
      return of.parts;
    case 'compare':
      return [of.left, of.right];
    case 'not':
      return [of.part];
    case 'column':
    case 'part':
    case 'whole':
    case 'number':
    case 'nothing':
      return [];
  }
}
