import { chiSquareCumulative, normalTwoSided } from './distributions.js';

/**
 * ln of x^a e^-x / gamma(a + 1). Above 16 the Stirling series replaces ln gamma, so that the large terms cancel
 * before they are rounded (Loader 2000, "Fast and accurate computation of binomial probabilities").
 */
function logPoissonMass(a: number, x: number): number {
  if (a < 16) return a * Math.log(x) - x - logGammaPlusOne(a);
  const stirling = (1 / 12 - (1 / 360 - 1 / 1260 / (a * a)) / (a * a)) / a;
  const d = (x - a) / a;
  const deviance = Math.abs(d) < 0.1 ? seriesLogPlusOneMinus(d) : Math.log1p(d) - d;
  return a * deviance - 0.5 * Math.log(2 * Math.PI * a) - stirling;
}

/** ln(1 + d) - d for small d, without the cancellation. */
function seriesLogPlusOneMinus(d: number): number {
  let power = d;
  let sum = 0;
  for (let k = 2; k < 40; k++) {
    power *= -d;
    const term = power / k;
    sum += term;
    if (Math.abs(term) < 1e-18 * Math.abs(sum)) break;
  }
  return sum;
}

/**
 * ln of y^a (1 - y)^b/(a B(a, b)), what I(y; a, b) loses on the way to I(y; a + 1, b).
 * @example logBetaStep(1, 1, 0.5) // -1.386
 */
export function logBetaStep(a: number, b: number, y: number): number {
  return logGamma(a + b) - logGamma(a + 1) - logGamma(b) + a * Math.log(y) + b * Math.log1p(-y);
}

/**
 * ln gamma(a), a above 0, by the Stirling series.
 * @example logGamma(0.5) // 0.5724
 */
export function logGamma(a: number): number {
  if (a < 16) return logGammaPlusOne(a) - Math.log(a);
  const stirling = (1 / 12 - (1 / 360 - (1 / 1260 - 1 / 1680 / a ** 2) / a ** 2) / a ** 2) / a;
  return (a - 0.5) * Math.log(a) - a + 0.5 * Math.log(2 * Math.PI) + stirling;
}

/** ln gamma(a + 1) for 0 <= a < 16, shifted up to where the Stirling series is exact. */
function logGammaPlusOne(a: number): number {
  let shifted = a;
  let product = 1;
  while (shifted < 20) {
    shifted += 1;
    product *= shifted;
  }
  const stirling = (1 / 12 - (1 / 360 - (1 / 1260 - 1 / 1680 / shifted ** 2) / shifted ** 2) / shifted ** 2) / shifted;
  return shifted * Math.log(shifted) - shifted + 0.5 * Math.log(2 * Math.PI * shifted) + stirling - Math.log(product);
}

const NEGLIGIBLE = 1e-18;

/**
 * Above this lambda the mixture has too many terms, and an approximation errs by less than the last digits asked for.
 */
const MIXTURE_UP_TO = 4e8;

/** Sankaran's (1963) approximation: a power of X/(df + lambda) is all but normal. */
function sankaran(x: number, df: number, lambda: number): number {
  const sum = df + lambda;
  const h = 1 - ((2 / 3) * sum * (df + 3 * lambda)) / (df + 2 * lambda) ** 2;
  const p = (df + 2 * lambda) / sum ** 2;
  const m = (h - 1) * (1 - 3 * h);
  const away = Math.expm1(h * Math.log(x / sum)) - h * p * (h - 1 - 0.5 * (2 - h) * m * p);
  const z = away / (h * Math.sqrt(2 * p) * (1 + 0.5 * m * p));
  const tail = normalTwoSided(z) / 2;
  return z > 0 ? 1 - tail : tail;
}

/**
 * P(X <= x) for a noncentral chi-square variable: the Poisson(lambda/2) mixture of central chi-squares with
 * df + 2j degrees of freedom, summed outwards from the most likely j with one incomplete gamma and the recurrence
 * P(a + 1, x) = P(a, x) - x^a e^-x / gamma(a + 1).
 * @example noncentralChiSquareCumulative(3.84, 1, 2) // 0.7069
 */
export function noncentralChiSquareCumulative(x: number, df: number, lambda: number): number {
  if (x <= 0) return 0;
  if (lambda <= 0) return chiSquareCumulative(x, df);
  if (lambda > MIXTURE_UP_TO) return sankaran(x, df, lambda);
  const half = lambda / 2;
  const mode = Math.floor(half);
  const y = x / 2;
  const cumulativeAtMode = chiSquareCumulative(x, df + 2 * mode);
  const stepAtMode = Math.exp(logPoissonMass(df / 2 + mode, y));

  let weight = 1;
  let weights = 1;
  let sum = cumulativeAtMode;
  let cumulative = cumulativeAtMode;
  let step = stepAtMode;
  for (let j = mode + 1; ; j++) {
    weight *= half / j;
    cumulative = Math.max(0, cumulative - step);
    step *= y / (df / 2 + j);
    weights += weight;
    sum += weight * cumulative;
    if (weight < NEGLIGIBLE * weights) break;
  }
  weight = 1;
  cumulative = cumulativeAtMode;
  step = stepAtMode;
  for (let j = mode - 1; j >= 0; j--) {
    weight *= (j + 1) / half;
    step *= (df / 2 + j + 1) / y;
    cumulative = Math.min(1, cumulative + step);
    weights += weight;
    sum += weight * cumulative;
    if (weight < NEGLIGIBLE * weights) break;
  }
  return sum / weights;
}

/**
 * The noncentrality at which a distribution gives `probability`, or 0 where even lambda = 0 gives less. The probability
 * falls as lambda grows; bracketed from `start` on, then closed in by bisection and secant steps (regula falsi,
 * Illinois variant).
 * @param cumulative P(X <= x) of the noncentral distribution, by lambda
 * @example noncentralityWhere((lambda) => Math.exp(-lambda), 0.5, 1) // 0.6931
 */
export function noncentralityWhere(cumulative: (lambda: number) => number, probability: number, start: number): number {
  const excess = (lambda: number) => cumulative(lambda) - probability;
  if (excess(0) <= 0) return 0;
  let low = 0;
  let high = start;
  while (excess(high) > 0) {
    low = high;
    high *= 2;
  }
  let atLow = excess(low);
  let atHigh = excess(high);
  let side = 0;
  for (let step = 0; step < 200 && high - low > 1e-13 * high; step++) {
    const secant = (low * atHigh - high * atLow) / (atHigh - atLow);
    const guess = step % 8 === 7 || !(secant > low && secant < high) ? (low + high) / 2 : secant;
    const value = excess(guess);
    if (value === 0) return guess;
    if (value > 0) {
      low = guess;
      atLow = value;
      if (side === 1) atHigh /= 2;
      side = 1;
    } else {
      high = guess;
      atHigh = value;
      if (side === -1) atLow /= 2;
      side = -1;
    }
  }
  return (low + high) / 2;
}

/**
 * The noncentrality at which P(X <= x) of chi-square equals `probability`, or 0 where even lambda = 0 gives less.
 * @example noncentralityFor(10, 2, 0.025) // 24.96
 */
export function noncentralityFor(x: number, df: number, probability: number): number {
  return noncentralityWhere((lambda) => noncentralChiSquareCumulative(x, df, lambda), probability, Math.max(x, 1));
}
