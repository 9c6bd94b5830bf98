import { writeFileSync } from 'node:fs';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { assess } from '../src/core/assess.js';
import { reduceTable, type Weights } from '../src/core/crosstab.js';
import { chiSquareDoubtful, type Tested } from '../src/core/reading/cross/context.js';
import { shownMeasure } from '../src/core/reading/cross/shown-measure.js';
import { SHORT_FROM } from '../src/core/reading/cross/trust.js';
import { say } from './timing.js';

const SAMPLES = 2_000;
const SIZES = [2, 3, 5];
const RESPONDENTS = [30, 100, 1000];
const STRENGTHS = [0, 0.1, 0.3];
const WEIGHTS = [0.5, 1, 1, 2.5];
/** Margins by the number of categories, uneven as in a survey. */
const MARGINS: Record<number, number[]> = { 2: [0.4, 0.6], 3: [0.45, 0.3, 0.25], 5: [0.3, 0.25, 0.2, 0.15, 0.1] };

/** Where coverage is claimed, it is to be within these. */
const LEAST_WEIGHTED = 50;
const CLAIMED = { least: 0.93, most: 0.97 };

interface Setting {
  size: number;
  N: number;
  V: number;
  weighted: boolean;
}

/**
 * Cells of a population whose V is exact: a share V of the respondents stands on the diagonal, the rest independently.
 */
function population({ size, V }: Setting): number[] {
  const margins = MARGINS[size] ?? [];
  return margins.flatMap((a, i) => margins.map((b, j) => (1 - V) * a * b + (i === j ? V * a : 0)));
}

interface Sample {
  counts: number[][];
  weights: Weights | undefined;
}

/** Respondents drawn from the population; weights have nothing to do with the answers. */
function draw(setting: Setting, cells: readonly number[], next: () => number): Sample {
  const { size, N, weighted } = setting;
  const empty = () => Array.from({ length: size }, () => new Array<number>(size).fill(0));
  const [counts, sums, squares] = [empty(), empty(), empty()];
  for (let k = 0; k < N; k++) {
    let left = next();
    let cell = 0;
    while (cell < cells.length - 1 && (left -= cells[cell] ?? 0) > 0) cell++;
    const [i, j] = [Math.floor(cell / size), cell % size];
    const weight = WEIGHTS[Math.floor(next() * WEIGHTS.length)] ?? 1;
    counts[i]![j]! += 1;
    sums[i]![j]! += weight;
    squares[i]![j]! += weight ** 2;
  }
  return { counts, weights: weighted ? { sums, squares } : undefined };
}

/** What a reader is shown of a sample: the interval of V (of phi on 2 x 2); null where there is none. */
function shownOf({ counts, weights }: Sample, size: number) {
  const result = assess({ counts, weights, exact: { method: 'none' } });
  if (!result.cells) return null;
  const twoByTwo = result.base.rows === 2 && result.base.columns === 2;
  const tested: Tested = {
    result,
    crosstab: reduceTable(counts, { weights }).table,
    confidence: 0.95,
    twoByTwo,
    rowsOrdered: false,
    columnsOrdered: false,
  };
  const shown = shownMeasure(size === 2 ? 'phi' : 'cramers-v', tested);
  return {
    shown,
    doubtful: !twoByTwo && (chiSquareDoubtful(tested) || (weights && tested.crosstab.N / size ** 2 < 5)),
  };
}

interface Coverage extends Setting {
  /** Share of the intervals that hold the truth; of the samples without one; and of those where it is not claimed. */
  holds: number;
  without: number;
  unclaimed: number;
}

function coverageOf(setting: Setting, next: () => number): Coverage {
  const cells = population(setting);
  let [holds, shown, without, unclaimed] = [0, 0, 0, 0];
  for (let k = 0; k < SAMPLES; k++) {
    const measure = shownOf(draw(setting, cells, next), setting.size);
    if (!measure?.shown || measure.shown.lower === null || measure.shown.upper === null) without++;
    else {
      shown++;
      if (measure.shown.lower <= setting.V + 1e-12 && setting.V <= measure.shown.upper + 1e-12) holds++;
    }
    if (measure?.doubtful) unclaimed++;
  }
  return { ...setting, holds: holds / shown, without: without / SAMPLES, unclaimed: unclaimed / SAMPLES };
}

const percent = (share: number) => `${(100 * share).toFixed(1)}%`;

/**
 * Whether coverage is claimed in a setting: where expected counts are large enough in nearly every sample, with weights
 * fifty respondents or more, and on larger tables where w is no more than the reading takes the interval for.
 */
function isClaimed({ size, N, V, weighted, unclaimed }: Coverage): boolean {
  const w = V * Math.sqrt(size - 1);
  return unclaimed < 0.1 && !(weighted && N < LEAST_WEIGHTED) && (size === 2 || weighted || w <= SHORT_FROM);
}

function page(all: readonly Coverage[]): string {
  const lines = all.map((coverage) => {
    const shape = `${coverage.size} x ${coverage.size}${coverage.weighted ? ', weighted' : ''}`;
    const claim = isClaimed(coverage) ? percent(coverage.holds) : `(${percent(coverage.holds)})`;
    return `| ${shape} | ${coverage.N} | ${coverage.V} | ${claim} | ${percent(coverage.without)} |`;
  });
  return [
    '# How often a 95% interval holds the truth',
    '',
    'Made by `npm run coverage`; the convention is in [decisions/0012](decisions/0012-intervals-and-tests-agree.md).',
    `Each line: ${SAMPLES.toLocaleString('en')} samples from a population whose V (phi on 2 x 2) is exact, ` +
      'with uneven margins; weights 0.5, 1, 1 and 2.5, unrelated to the answers. Two standard errors of a ' +
      'coverage of 95% are 1%. In brackets: not claimed, because expected counts are so small that the reading ' +
      `says "chi-square is doubtful", because fewer than ${LEAST_WEIGHTED} respondents carry weights, or ` +
      `because w = V sqrt(k - 1) is over ${SHORT_FROM}, where the noncentral chi-square is too narrow on tables ` +
      'larger than 2 x 2 and the reading says so.',
    '',
    '| table | N | V | holds | no interval shown |',
    '|---|---|---|---|---|',
    ...lines,
    '',
  ].join('\n');
}

/** Simulates the coverage of the intervals that are shown, and writes docs/coverage.md. */
export function simulateCoverage(): void {
  const generator = xoroshiro128plus(20261126);
  const next = () => uniformInt(generator, 0, 0x7fffffff) / 0x80000000;
  const all = [false, true].flatMap((weighted) =>
    SIZES.flatMap((size) =>
      RESPONDENTS.flatMap((N) => STRENGTHS.map((V) => coverageOf({ size, N, V, weighted }, next))),
    ),
  );
  for (const coverage of all) {
    const weighted = coverage.weighted ? ' weighted' : '';
    const shape = `${coverage.size} x ${coverage.size}${weighted}, N ${coverage.N}, V ${coverage.V}`;
    const claim = isClaimed(coverage) ? '' : '; not claimed';
    say(shape, `${percent(coverage.holds)} hold it, ${percent(coverage.without)} without${claim}`);
  }
  writeFileSync(new URL('../docs/coverage.md', import.meta.url), page(all));
  const off = all.filter(
    (coverage) => isClaimed(coverage) && (coverage.holds < CLAIMED.least || coverage.holds > CLAIMED.most),
  );
  if (off.length > 0) throw new Error(`${off.length} settings are outside 93 to 97%`);
}
