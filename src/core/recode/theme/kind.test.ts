import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { SetsColumn } from '../../count/column.js';
import { hasOption } from '../../count/option-bits.js';
import { SET_STATES } from '../../count/set-state.js';
import { themeKind } from './kind.js';
import type { Mark, Verdict } from './mark.js';
import { inputOf, mark, recipeOf, textSource, themeOf, THEMES } from './theme.fixtures.js';
import type { ThemeRecipe } from './shape.js';

const said = (verdict: Verdict, text: string, coder = 'Anna'): Mark => ({ ...mark(coder, text), verdict });

/** What each respondent has: labels of themes, or how they stand. */
function resultOf(recipe: ThemeRecipe, texts: readonly (string | null)[], marks: readonly Mark[]) {
  const derivation = themeKind.derive(recipe, inputOf([textSource(texts)], texts.length, marks));
  if (derivation.values.is !== 'sets') throw new Error('no sets');
  const column: SetsColumn = derivation.values.column;
  const values = texts.map((_, k) => {
    const state = SET_STATES[column.state[k]!]!;
    if (state !== 'mentioned') return state;
    return derivation.codes.filter((__, j) => hasOption(column, k, j)).map(({ label }) => label);
  });
  return { ...derivation, values };
}

const findingOf = (result: ReturnType<typeof resultOf>, id: string) =>
  result.proof.findings.find((finding) => finding.id === id);

describe('themes of answers', () => {
  it('are those of the marks, whatever spaces an answer has; each other verdict stands by itself', () => {
    const texts = ['No water', ' no  water', 'No  water ', 'Rats', 'Hm', 'Ring me on 0123', null, 'New'];
    const marks = [
      mark('Anna', 'No water', 1, 3),
      said('fits-nothing', 'Rats'),
      said('unclear', 'Hm'),
      said('left-out', 'Ring me on 0123'),
    ];
    const result = resultOf(recipeOf(), texts, marks);
    const water = ['Water', 'Water: Pressure'];
    expect(result.values).toEqual([water, 'not-coded', water, 'none', 'nothing', 'no-answer', 'blank', 'not-coded']);
    expect(findingOf(result, 'covered')).toMatchObject({
      holds: false,
      text: 'Of 7 answers 2 have themes, 1 fit none, 1 are unclear, 1 are left out and 2 are not coded yet.',
    });
    expect(findingOf(result, 'reconciled')?.holds).toBe(true);
  });

  it('puts what a respondent says in several variables together, and keeps codes for no answer apart', () => {
    const missing = [
      { code: 'n/a', label: '', missing: 'refused' as const },
      { code: '-', label: '', missing: 'not-asked' as const },
    ];
    const sources = [textSource(['Rats', 'n/a', '-', null], missing), textSource(['and mice', 'Rats', null, null])];
    const marks = [mark('Anna', 'Rats\nand mice', 4), mark('Anna', 'Rats', 5)];
    const { values } = themeKind.derive(recipeOf({ sources: [1, 2] }), inputOf(sources, 4, marks));
    if (values.is !== 'sets') throw new Error('no sets');
    expect([...values.column.state].map((state) => SET_STATES[state])).toEqual([
      'mentioned',
      'mentioned',
      'not-asked',
      'blank',
    ]);
    expect(values.mentioned).toEqual([0, 0, 0, 1, 1]);
  });

  it('follow the code sheet: what was merged counts as what it went into, and what is gone as nothing', () => {
    const marks = [mark('Anna', 'a', 2, 3), mark('Anna', 'b', 5)];
    const themes = THEMES.map((theme) => (theme.id === 2 || theme.id === 3 ? { ...theme, into: 1 } : theme));
    const gone = themes.filter(({ id }) => id !== 5);
    expect(resultOf(recipeOf({ themes }), ['a', 'b'], marks).values).toEqual([['Water'], ['Bees']]);
    expect(resultOf(recipeOf({ themes: gone }), ['a', 'b'], marks).values).toEqual([['Water'], 'none']);
  });

  it('are what was settled, else what the first coder said; what is not settled is told', () => {
    const marks = [
      mark('Ben', 'a', 4),
      mark('Anna', 'a', 5),
      mark('Ben', 'b', 4),
      mark('Anna', 'c', 1),
      mark('Ben', 'c', 4),
      { ...mark('Cleo', 'c', 1, 4), settles: true },
    ];
    const result = resultOf(recipeOf(), ['a', 'b', 'c'], marks);
    expect(result.values).toEqual([['Bees'], ['Shed'], ['Water', 'Shed']]);
    expect(findingOf(result, 'differs')).toMatchObject({ holds: false });
    expect(findingOf(result, 'differs')?.text).toContain('differ on 1 answer');
    const settled = [...marks, { ...mark('Cleo', 'a', 5), settles: true }];
    expect(findingOf(resultOf(recipeOf(), ['a', 'b', 'c'], settled), 'differs')).toBeUndefined();
  });

  it('says where there are many at the top, and which nobody has', () => {
    const themes = Array.from({ length: 13 }, (_, k) => themeOf(k + 1, `Theme ${k + 1}`));
    const result = resultOf(recipeOf({ themes }), ['a'], [mark('Anna', 'a', 1)]);
    expect(findingOf(result, 'sheet')?.text).toContain('13 themes at the top level');
    expect(findingOf(result, 'empty')?.codes).toHaveLength(12);
    const nested = themes.map((theme) => (theme.id === 13 ? { ...theme, under: 1 } : theme));
    expect(findingOf(resultOf(recipeOf({ themes: nested }), ['a'], []), 'sheet')).toBeUndefined();
  });

  it('without any there are no options, and everybody is not coded yet', () => {
    const result = resultOf(recipeOf({ themes: [], coders: [] }), ['a', null], []);
    expect(result.codes).toEqual([]);
    expect(result.values).toEqual(['not-coded', 'blank']);
  });

  it('reconcile for any answers, sheets and marks', () => {
    const text = fc.constantFrom('a', 'b', 'c', 'd', ' a ', null);
    const anyMark = fc.record({
      text: fc.constantFrom('a', 'b', 'c', 'x'),
      verdict: fc.constantFrom<Verdict>('themes', 'fits-nothing', 'unclear', 'left-out'),
      themes: fc.uniqueArray(fc.integer({ min: 1, max: 5 }), { minLength: 1, maxLength: 4 }),
      coder: fc.constantFrom('Anna', 'Ben', 'Cleo'),
      settles: fc.boolean(),
      quote: fc.constant(null),
    });
    const into = fc.array(fc.option(fc.integer({ min: 1, max: 5 })), { minLength: 5, maxLength: 5 });
    fc.assert(
      fc.property(fc.array(text), fc.array(anyMark), into, (texts, drawn, merges) => {
        const themes = THEMES.map((theme, k) => {
          const target = merges[k] ?? null;
          return { ...theme, under: null, into: target !== null && target < theme.id ? target : null };
        });
        const keys = new Set<string>();
        const marks = drawn.flatMap((own): Mark[] => {
          const key = JSON.stringify([own.text, own.settles ? '' : own.coder]);
          if (keys.has(key)) return [];
          keys.add(key);
          return [{ ...own, themes: own.verdict === 'themes' ? own.themes : [] }];
        });
        const result = resultOf(recipeOf({ themes }), texts, marks);
        expect(findingOf(result, 'reconciled')?.holds).toBe(true);
        for (const { respondents, went } of result.proof.rows)
          expect(went.reduce((sum, value) => sum + value, 0)).toBe(respondents);
      }),
    );
  });
});
