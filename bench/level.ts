import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { chiSquareSurvival } from '../src/core/numerics/distributions.js';
import { equalMention } from '../src/core/infer/equal-mention.js';
import type { Mentions } from '../src/core/statistic/mentions.js';
import { isAbsent } from '../src/core/infer/result.js';
import { say } from './timing.js';

const SAMPLES = 4_000;
const GROUPS = 4;
const OPTIONS = 6;
const EACH = 150;
const ALPHA = 0.05;

/** How far answers of one respondent go together: 0 not at all, 1 who mentions one mentions all. */
const TOGETHER = [0, 0.3, 0.6, 0.9];

/**
 * A sample in which every group mentions every option at the same rate, and the answers of a respondent hang together.
 */
function sample(together: number, next: () => number): Mentions {
  const groups = Array.from({ length: GROUPS }, () => {
    const square = Array.from({ length: OPTIONS }, () => new Array<number>(OPTIONS).fill(0));
    for (let k = 0; k < EACH; k++) {
      const mood = next();
      const mentions = Array.from({ length: OPTIONS }, (_, j) => (next() < together ? mood : next()) < 0.2 + 0.1 * j);
      mentions.forEach((a, i) => mentions.forEach((b, j) => (square[i]![j]! += a && b ? 1 : 0)));
    }
    return { n: EACH, weight: EACH, square: EACH, together: square, squares: square };
  });
  return { options: OPTIONS, weighted: false, groups };
}

/**
 * Whether the overall test of a multiple-response question holds its level where nothing differs: the corrected test,
 * and the naive chi-square that takes mentions for respondents who stand apart, sum of the options' X² on their degrees
 * of freedom together.
 */
export function simulateLevel(): void {
  const generator = xoroshiro128plus(20261125);
  const next = () => uniformInt(generator, 0, 0xffffff) / 0x1000000;
  let worst = 0;
  for (const together of TOGETHER) {
    let corrected = 0;
    let naive = 0;
    for (let k = 0; k < SAMPLES; k++) {
      const { result, ...tests } = equalMention(sample(together, next));
      if (isAbsent(result) || result.raw === undefined) throw new Error('a sample cannot be tested');
      if (result.p < ALPHA) corrected++;
      if (chiSquareSurvival(result.raw, (GROUPS - 1) * (OPTIONS - tests.left.length)) < ALPHA) naive++;
    }
    worst = Math.max(worst, corrected / SAMPLES);
    say(
      `answers together ${together.toFixed(1)}`,
      `corrected test rejects ${((100 * corrected) / SAMPLES).toFixed(1)}%, naive chi-square ` +
        `${((100 * naive) / SAMPLES).toFixed(1)}% of ${SAMPLES} samples in which nothing differs (5% is right)`,
    );
  }
  // Three standard errors of a share of 5%.
  const most = ALPHA + 3 * Math.sqrt((ALPHA * (1 - ALPHA)) / SAMPLES);
  if (worst > most) throw new Error(`the corrected test rejects ${(100 * worst).toFixed(1)}% where nothing differs`);
}
