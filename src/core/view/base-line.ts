import { byId } from '../by-id.js';
import { whole } from '../figures.js';
import type { Back } from '../table/table.js';
import type { BlockView, Foot } from './types.js';

/** A piece of the line that says on whom a table stands. */
export type BasePiece =
  | { is: 'text'; text: string }
  /** How many these are. */
  | { is: 'base'; text: string }
  /** A variable, by its title. */
  | { is: 'variable'; text: string }
  /** Respondents of equal weight who would tell as much. */
  | { is: 'effective'; text: string }
  /** Who was left out for one reason, and what would bring them in. */
  | { is: 'reason'; text: string; back?: Back | undefined };

const text = (words: string): BasePiece => ({ is: 'text', text: words });

function weightPieces({ weightedBy, feet }: BlockView): BasePiece[] {
  if (weightedBy === null) return [];
  const respondents = (id: Foot['id']) => whole(byId(feet, id)?.values[0] ?? 0);
  return [
    text(', weighted by '),
    { is: 'variable', text: weightedBy },
    text(`: they count as ${respondents('weighted-base')}, and tell as much as `),
    { is: 'effective', text: `${respondents('effective-base')} of equal weight` },
    text(' (effective base)'),
  ];
}

function leftOutPieces({ leftOut }: BlockView): BasePiece[] {
  if (leftOut.length === 0) return [text('Nobody is left out.')];
  const variables = [...new Set(leftOut.map(({ variable }) => variable))];
  const pieces = variables.flatMap((variable, v) => [
    text(v > 0 ? '; by ' : 'by '),
    { is: 'variable' as const, text: variable },
    text(': '),
    ...leftOut
      .filter((candidate) => candidate.variable === variable)
      .flatMap(({ reason, respondents, back }, k): BasePiece[] => [
        ...(k > 0 ? [text(', ')] : []),
        { is: 'reason', text: `${whole(respondents)} ${reason}`, back },
      ]),
  ]);
  return [text('Left out '), ...pieces, text('.')];
}

/** On whom a block stands: how many of how many, what they count as, and who was left out and why. */
export const baseLine = (block: BlockView): BasePiece[] => [
  { is: 'base', text: `Base ${whole(block.base)}` },
  text(` of ${whole(block.total)} respondents`),
  ...weightPieces(block),
  text('. '),
  ...leftOutPieces(block),
];

/**
 * The same as one text: "Base 1,204 of 1,300 respondents. Left out by Site: 96 blank."
 */
export const sayBase = (block: BlockView): string =>
  baseLine(block)
    .map((piece) => piece.text)
    .join('');
