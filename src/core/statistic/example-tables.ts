/** Who shares a plot (rows: yes, no) by who grows flowers (columns: yes, no). */
export const FOURFOLD = [
  [30, 10],
  [20, 40],
];

/** Two sites by how often the gardeners come: seldom, weekly, daily. */
export const STEPS = [
  [30, 20, 10],
  [10, 20, 30],
];

/** The state of the same plots in spring (rows) and in autumn (columns): wild, mixed, tidy. */
export const TWICE = [
  [20, 12, 4],
  [6, 20, 10],
  [2, 4, 22],
];

/** Who shares a plot by who grows flowers, at two sites. */
export const STRATA = [
  [
    [12, 8],
    [8, 12],
  ],
  [
    [16, 4],
    [4, 16],
  ],
];
