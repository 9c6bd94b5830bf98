import type { Levels, Shape } from './statistic.js';

/** What a statistic is chosen by: which of two variables are ordered, and the categories of each that someone is in. */
export interface Variables {
  rowsOrdered: boolean;
  columnsOrdered: boolean;
  rows: number;
  columns: number;
  /** Both variables have the same categories in the same order: the same thing asked twice, or of two coders. */
  paired: boolean;
}

const LEVELS: Record<Levels, (variables: Variables) => boolean> = {
  any: () => true,
  ordered: (variables) => hasOrder.rows(variables) && hasOrder.columns(variables),
  'ordered-rows': (variables) => hasOrder.rows(variables),
  'ordered-columns': (variables) => hasOrder.columns(variables),
  'one-ordered': ({ rowsOrdered, columnsOrdered }) => rowsOrdered !== columnsOrdered,
  trend: (variables) => LEVELS.ordered(variables) && (variables.rowsOrdered || variables.columnsOrdered),
};

/** Two categories always have an order. */
const hasOrder = {
  rows: ({ rowsOrdered, rows }: Variables) => rowsOrdered || rows === 2,
  columns: ({ columnsOrdered, columns }: Variables) => columnsOrdered || columns === 2,
};

const isFour = ({ rows, columns }: Variables) => rows === 2 && columns === 2;

const SHAPES: Record<Shape, (variables: Variables) => boolean> = {
  any: () => true,
  'two-by-two': isFour,
  larger: (variables) => !isFour(variables),
  'two-lines': (variables) => !isFour(variables) && (variables.rows === 2 || variables.columns === 2),
  paired: ({ paired }) => paired,
};

/** Whether a statistic means something for these variables; whether it has a value is for `compute` to say. */
export function suits({ levels, shape }: { levels: Levels; shape: Shape }, variables: Variables): boolean {
  return LEVELS[levels](variables) && SHAPES[shape](variables);
}
