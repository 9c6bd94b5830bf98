import { describe, expect, it } from 'vitest';
import { agreementOf, codedTwice } from './agreement.js';
import { isDrawn } from './draw.js';
import type { Mark } from './mark.js';
import { mark, recipeOf, THEMES } from './theme.fixtures.js';

/** Marks of two coders on a line each: themes of Anna, themes of Ben. */
const marksOf = (lines: readonly (readonly [number[], number[]])[]): Mark[] =>
  lines.flatMap(([anna, ben], k) => [mark('Anna', `answer ${k}`, ...anna), mark('Ben', `answer ${k}`, ...ben)]);

describe('how two coders agree', () => {
  // Both 20, Anna alone 5, Ben alone 10, neither 15 of 50: kappa (.7 - .5) / (1 - .5) = .4.
  const lines = [
    ...Array.from({ length: 20 }, (): [number[], number[]] => [[4], [4]]),
    ...Array.from({ length: 5 }, (): [number[], number[]] => [[4], [5]]),
    ...Array.from({ length: 10 }, (): [number[], number[]] => [[5], [4]]),
    ...Array.from({ length: 15 }, (): [number[], number[]] => [[5], [5]]),
  ];

  it('is told theme by theme, by share and kappa', () => {
    const { answers, alike, themes, open } = agreementOf(recipeOf(), marksOf(lines), ['Anna', 'Ben']);
    expect([answers, alike, open]).toEqual([50, 35, 15]);
    const shed = themes.find(({ name }) => name === 'Shed')!;
    expect([shed.both, shed.first, shed.second, shed.neither]).toEqual([20, 5, 10, 15]);
    expect(shed.share).toBeCloseTo(0.7, 12);
    expect(shed.kappa.value).toBeCloseTo(0.4, 12);
    expect(shed.kappa.lower).toBeLessThan(0.4);
    expect(shed.kappa.upper).toBeGreaterThan(0.4);
    const bees = themes.find(({ name }) => name === 'Bees')!;
    expect(bees.kappa.value).toBeCloseTo(0.4, 12);
    const taps = themes.find(({ name }) => name === 'Taps')!;
    expect(taps.kappa.value).toBeNull();
    expect(taps.kappa.why).not.toBeNull();
  });

  it('over all is alpha of the sets: 1 where they are the same, less by MASI than by Jaccard where not', () => {
    const same = agreementOf(
      recipeOf(),
      marksOf([
        [
          [1, 4],
          [4, 1],
        ],
        [[5], [5]],
      ]),
      ['Anna', 'Ben'],
    );
    expect(same.alpha.jaccard.value).toBe(1);
    expect(same.alike).toBe(2);
    const overlapping: [number[], number[]][] = [
      [[1, 4], [1]],
      [[5], [5]],
      [[4], [4, 5]],
    ];
    const { alpha } = agreementOf(recipeOf(), marksOf(overlapping), ['Anna', 'Ben']);
    expect(alpha.masi.value).toBeLessThan(alpha.jaccard.value!);
  });

  it('is of what both coded, as the sheet is now, and leaves out what was settled of what is open', () => {
    const marks = [
      ...marksOf([
        [[2], [3]],
        [[4], [5]],
      ]),
      mark('Anna', 'alone', 4),
      { ...mark('Cleo', 'answer 1', 4), settles: true },
    ];
    const recipe = recipeOf({ themes: THEMES.map((theme) => (theme.under === 1 ? { ...theme, into: 1 } : theme)) });
    expect(codedTwice(recipe, marks, 'Anna', 'Ben')).toMatchObject([
      { text: 'answer 0', alike: true, settled: null },
      { text: 'answer 1', alike: false, settled: { coder: 'Cleo', themes: [4] } },
    ]);
    expect(agreementOf(recipe, marks, ['Anna', 'Ben'])).toMatchObject({ answers: 2, alike: 1, open: 0 });
  });

  it('takes two verdicts without themes for alike only where they are the same', () => {
    const without = (coder: string, verdict: Mark['verdict']): Mark => ({ ...mark(coder, 'a'), verdict });
    const twice = (a: Mark['verdict'], b: Mark['verdict']) =>
      codedTwice(recipeOf(), [without('Anna', a), without('Ben', b)], 'Anna', 'Ben')[0]?.alike;
    expect(twice('unclear', 'unclear')).toBe(true);
    expect(twice('unclear', 'fits-nothing')).toBe(false);
  });

  it('says so where nothing was coded by both', () => {
    const { answers, alpha } = agreementOf(recipeOf(), [mark('Anna', 'a', 4)], ['Anna', 'Ben']);
    expect(answers).toBe(0);
    expect(alpha.masi).toMatchObject({ value: null, why: 'No answer was coded by both.' });
  });
});

describe('a share that is drawn', () => {
  const texts = Array.from({ length: 4000 }, (_, k) => `answer no. ${k} about the tap`);
  const drawn = (share: number, seed: number) => texts.filter((text) => isDrawn({ name: 'Ben', share, seed }, text));

  it('is about as large as was asked for, another by another seed, and grows with what is asked for', () => {
    for (const share of [0.1, 0.2, 0.5]) {
      const margin = 4 * Math.sqrt((share * (1 - share)) / texts.length);
      expect(Math.abs(drawn(share, 3).length / texts.length - share)).toBeLessThan(margin);
    }
    expect(drawn(1, 3)).toHaveLength(texts.length);
    const [first, other] = [new Set(drawn(0.2, 1)), drawn(0.2, 2)];
    const both = other.filter((text) => first.has(text)).length / texts.length;
    expect(Math.abs(both - 0.04)).toBeLessThan(0.02);
    const larger = new Set(drawn(0.4, 1));
    expect([...first].every((text) => larger.has(text))).toBe(true);
  });
});
