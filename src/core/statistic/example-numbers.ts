/** Years that gardeners have had their plots, at three sites: means 3, 6 and 9. */
export const AGES = [
  [0, 2, 4, 6],
  [3, 5, 7, 9],
  [6, 8, 10, 12],
];

/** The same at two sites. */
export const TWO_SITES = [
  [0, 2, 4, 6],
  [5, 7, 9, 11],
];

/** What numbers in groups say of a table of counts: they have none to suit. */
export const NO_TABLE = { levels: 'any', shape: 'any' } as const;
