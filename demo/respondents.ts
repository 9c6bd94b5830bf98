import { CROPS, FACILITIES, SITES } from './codebook.js';
import { type Comment, comment } from './comments.js';
import { draws } from './random.js';

export const RESPONDENTS = 2412;
const SEED = 20_262;

/** How the six sites differ: how content their plot holders are, and what there is on them. */
const CONTENT = [0, 0.55, -0.75, -0.12, -0.05, 0.35];
const SITE_SIZES = [398, 381, 466, 402, 340, 425];
const HAS = {
  tap: [1, 1, 1, 1, 1, 1],
  store: [1, 1, 0, 1, 1, 1],
  compost: [1, 1, 1, 0, 1, 1],
  board: [1, 1, 1, 1, 1, 1],
  hut: [0, 1, 0, 1, 0, 1],
} as const;

const CROP_RATES = [0.66, 0.61, 0.55, 0.48, 0.52, 0.45, 0.38, 0.33, 0.36, 0.22];
/** Sites favour crops: a wet site, a sheltered one, a stony one. */
const CROP_TILT: Readonly<Record<number, readonly number[]>> = {
  1: [0, 0.02, 0, 0.05, 0.12, 0.06, 0.22, 0, 0.05, 0.1],
  2: [-0.2, -0.04, 0.02, -0.06, -0.1, 0, -0.14, -0.08, 0.14, 0],
  5: [0.08, 0.06, 0, 0.02, -0.06, 0.1, 0.02, 0.14, 0, 0],
};

const clamp = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value));

/** Cuts a standard-normal-like score into codes 1..cuts + 1. */
const cut = (score: number, cuts: readonly number[]) => String(cuts.filter((edge) => score >= edge).length + 1);

/** Heading and rows of the demo file, and the comments in it with what is in them. */
export function respondents(): { heading: string[]; rows: string[][]; comments: Comment[] } {
  const draw = draws(SEED);
  const { even, normal, chance, pick } = draw;
  const heading = [
    'id',
    'site',
    'season',
    'age',
    'years',
    'satisfaction',
    ...FACILITIES.map((name) => `use_${name}`),
    'grow_potatoes',
    'grow_beans',
    'grow_onions',
    'grow_courgettes',
    'grow_tomatoes',
    'grow_salad',
    'grow_fruit',
    'grow_brassicas',
    'grow_herbs',
    'grow_flowers',
    'grow_none',
    'reason_1',
    'reason_2',
    'reason_3',
    'water_main',
    'water_other_1',
    'water_other_2',
    'water_other_3',
    'agree_belong',
    'agree_help',
    'agree_stranger',
    'agree_talk',
    'agree_leave',
    'agree_proud',
    'plot_size',
    'shares',
    'renew',
    'comment',
    'w',
  ];
  const rows: string[][] = [];
  const comments: Comment[] = [];
  for (let k = 0; k < RESPONDENTS; k++) {
    const site = pick(SITE_SIZES);
    const season = pick([55, 45]);
    const ageScore = normal();
    const ageYears = Math.round(clamp(56 + 15 * ageScore, 16, 92));
    const age = chance(0.013) ? '999' : String(ageYears);
    // Moderate: older plot holders have been there longer.
    const years = chance(0.008)
      ? ''
      : String(
          Math.round(
            clamp(Math.exp(1.55 + 0.035 * (ageYears - 56) + 0.75 * normal()) - 1, 0, Math.max(0, ageYears - 16)),
          ),
        );
    // Moderate: content by site.
    const content = (CONTENT[site] ?? 0) + normal();
    // Refusals pile up where people are discontent.
    const silence = pick([site === 2 ? 0.115 : 0.05, 0.035, 0.008, 1]);
    const satisfaction = ['9', '8', '', cut(-content, [-0.62, 0.38, 0.92, 1.55])][silence] ?? '';

    const keen = 0.5 * normal();
    const uses = FACILITIES.map((name, f) => {
      if (HAS[name][site] === 0) return '7';
      if (chance(0.02)) return '9';
      return cut(
        -keen - [0.9, 0.3, 0.25, 0.1, -0.5][f]! + 0.9 * normal() - (name === 'tap' && site === 5 ? 0.8 : 0),
        [-0.4, 0.35, 1.1],
      );
    });

    const skipsCrops = chance(0.012);
    const grows = CROPS.map((_, c) =>
      chance(clamp((CROP_RATES[c] ?? 0) + (CROP_TILT[site]?.[c] ?? 0) + 0.05 * keen, 0.03, 0.95)),
    );
    const none = chance(0.035);
    const crops = [...grows.map((yes) => (yes && !none ? '1' : '2')), grows.every((yes) => !yes) || none ? '1' : '2'];

    const reasonWeights = [30, 16, 26, 12, 11, 18, ageYears < 50 ? 14 : 3, 9, 4];
    const mentions = pick([4, 22, 34, 40]);
    const reasons: string[] = [];
    while (reasons.length < mentions) {
      const reason = String(pick(reasonWeights) + 1);
      if (!reasons.includes(reason)) reasons.push(reason);
    }

    // Strong: what one waters with depends on the site.
    const mainWeights = [
      [30, 45, 6, 12, 4, 3],
      [22, 20, 30, 20, 6, 2],
      [55, 3, 2, 30, 0, 10],
      [26, 48, 6, 12, 5, 3],
      [40, 14, 8, 30, 3, 5],
      [12, 62, 12, 6, 6, 2],
    ][site] ?? [1, 1, 1, 1, 1, 1];
    const main = String(pick(mainWeights) + 1);
    const others: string[] = [];
    if (main === '6' || chance(0.2)) others.push('6');
    else {
      const count = pick([0, 60, 28, 12]);
      while (others.length < count) {
        const other = String(pick([30, 20, 9, 26, 8]) + 1);
        if (other !== main && !others.includes(other)) others.push(other);
      }
    }

    const belonging = 0.55 * content + 0.8 * normal();
    const agree = (sign: number, shift: number) =>
      chance(0.018) ? '9' : cut(sign * belonging + shift + 0.75 * normal(), [-1.5, -0.7, 0.05, 1.1]);
    const agreements = [agree(1, 0.5), agree(1, 0.3), agree(-1, -0.6), agree(1, 0.6), agree(-1, -0.7), agree(1, 0.1)];

    const size = [62.5, 125, 250, 75, 100, 150][pick([30, 30, 12, 10, 10, 8])] ?? 125;
    const plotSize = chance(0.03) ? 'n/a' : String(Math.round((size + (chance(0.4) ? 12 * normal() : 0)) * 2) / 2);
    // None: who shares has nothing to do with the season.
    const shares = chance(0.34) ? '1' : '2';
    // Strong: who is content renews.
    const renew =
      content > -0.35 + 0.5 * normal() ? (chance(0.07) ? '3' : '1') : (['1', '2', '3'][pick([22, 45, 33])] ?? '3');
    const written = chance(0.2) ? comment(even(), { site, content }) : null;
    if (written) comments.push(written);
    const weight = clamp(
      0.75 + 0.25 * (site === 2 ? 1.6 : 1) + (ageYears < 40 ? 0.45 : -0.08) + 0.12 * normal(),
      0.3,
      3,
    );

    rows.push([
      String(10_001 + k),
      String(site + 1),
      String(season + 1),
      age,
      years,
      satisfaction,
      ...uses,
      ...(skipsCrops ? crops.map(() => '') : crops),
      ...[0, 1, 2].map((m) => reasons[m] ?? ''),
      main,
      ...[0, 1, 2].map((m) => others[m] ?? ''),
      ...agreements,
      plotSize,
      shares,
      renew,
      written?.text ?? '',
      weight.toFixed(3),
    ]);
  }
  if (SITES.length !== SITE_SIZES.length) throw new Error('every site needs a size');
  return { heading, rows, comments };
}
