/** How the numbers of one group lie, as heights over a grid that all groups share. */
export interface GroupDensity {
  /** The code of the group; empty for all together. */
  code: string;
  label: string;
  /** Respondents with a number. */
  n: number;
  median: number;
  /** How wide the kernel is, in the unit of the number; null where all numbers are the same. */
  bandwidth: number | null;
  /** At each place of the grid; the area under them is 1. Null where all numbers are the same. */
  heights: number[] | null;
}

/** A number by groups: where it is dense. */
export interface Densities {
  of: 'densities';
  /** The number. */
  title: string;
  grid: number[];
  groups: GroupDensity[];
}

/** A hexagon of a honeycomb over two numbers, and who is in it. */
export interface Hexagon {
  /** Its middle, in the units of the two numbers. */
  x: number;
  y: number;
  respondents: number;
}

/** Of what r and the line are made: weighted sums, of squares and products about the means. */
export interface PairMoments {
  /** What all with both numbers count as. */
  weight: number;
  meanX: number;
  meanY: number;
  xx: number;
  yy: number;
  xy: number;
}

/** Pearson's r. */
export interface PearsonR {
  value: number;
  lower: number | null;
  upper: number | null;
  p: number | null;
  /** Of Fisher's z of it where respondents count unevenly; null where 1/√(n − 3) is its error. */
  error: number | null;
}

/** Two numbers of each respondent, and the straight line through them. */
export interface Pairs {
  of: 'pairs';
  /** What goes across, and what goes up: the number in the rows, which the line predicts. */
  xTitle: string;
  yTitle: string;
  /** Respondents with both numbers. */
  n: number;
  x: { minimum: number; maximum: number };
  y: { minimum: number; maximum: number };
  /** Each pair with how many respondents have it; null where there are more than are drawn one by one. */
  points: [x: number, y: number, respondents: number][] | null;
  /** In their place a honeycomb; its cells are so wide and high, in the units of the numbers. */
  hexagons: { wide: number; high: number; cells: Hexagon[] } | null;
  /** Null where nobody has both. */
  moments: PairMoments | null;
  /** Pearson's r with its limits; null where a number does not vary. */
  r: PearsonR | null;
  /** y = intercept + slope x, by least squares. */
  line: { slope: number; intercept: number } | null;
}

/** How numbers lie, as pictures take it. */
export type Spread = Densities | Pairs;

/** How numbers lie, as far as a picture needs it and it is there. */
export interface DrawnSpreads {
  densities: Densities | null;
  pairs: Pairs | null;
}
