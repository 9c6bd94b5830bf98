import type { Proof } from '../../../../core/recode/proof-shape.js';

/** How many respondents mention each theme, by its id, as a proof has it. */
export const mentionsIn = ({ rows }: Pick<Proof, 'rows'>): ReadonlyMap<number, number> =>
  new Map(rows.map(({ code, went }) => [Number(code), went[0] ?? 0] as const));
