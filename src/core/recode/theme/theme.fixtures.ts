import type { Code } from '../../codebook/types.js';
import type { DeriveInput, Source } from '../derivation.js';
import type { Mark } from './mark.js';
import type { Theme, ThemeRecipe } from './shape.js';

/** A theme of a code sheet, by its id. */
export const themeOf = (id: number, name: string, more: Partial<Theme> = {}): Theme => ({
  id,
  name,
  under: null,
  into: null,
  ...more,
});

/** Water with two parts, the shed, and the bees. */
export const THEMES: readonly Theme[] = [
  themeOf(1, 'Water'),
  themeOf(2, 'Taps', { under: 1 }),
  themeOf(3, 'Pressure', { under: 1 }),
  themeOf(4, 'Shed'),
  themeOf(5, 'Bees'),
];

export const recipeOf = (more: Partial<ThemeRecipe> = {}): ThemeRecipe => ({
  kind: 'theme',
  sources: [1],
  themes: THEMES,
  coders: [
    { name: 'Anna', share: 1, seed: 1 },
    { name: 'Ben', share: 1, seed: 1 },
  ],
  ...more,
});

/** A coder's mark: the themes that an answer has. */
export const mark = (coder: string, text: string, ...themes: number[]): Mark => ({
  text,
  verdict: 'themes',
  themes,
  coder,
  settles: false,
  quote: null,
});

/** A text variable of which each respondent has an answer, nothing, or a code for no answer. */
export function textSource(texts: readonly (string | null)[], missing: readonly Code[] = []): Source {
  const values = [...texts];
  return {
    title: 'Comment',
    level: 'text',
    codes: missing,
    column: { kind: 'text', values },
    texts: () => ({ at: (respondent) => texts[respondent] ?? null, known: null }),
  };
}

export const inputOf = (sources: readonly Source[], respondents: number, marks: readonly Mark[]): DeriveInput => ({
  sources,
  respondents,
  called: (contradictions) => contradictions,
  marks,
});
