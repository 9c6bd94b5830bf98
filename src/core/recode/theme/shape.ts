import { z } from 'zod';
import { type Frozen, sourcesOf, text } from '../shape.js';

/** More themes than these are no code sheet. */
export const MOST_THEMES = 500;

const themeId = z.int().min(1).max(100_000);

/** One theme of a code sheet. Codings name it by its id, which stays when it is called otherwise. */
const themeShape = z.strictObject({
  id: themeId.describe('Stays when the theme is called otherwise; never given twice.'),
  name: text(200),
  definition: text(2000).optional().describe('What it is about, in a sentence.'),
  belongs: text(2000).optional().describe('An example of an answer that belongs to it.'),
  not: text(2000).optional().describe('An example of an answer that does not.'),
  under: themeId.nullable().describe('The broader theme that it is a part of; null: none.'),
  into: themeId.nullable().describe('The theme that it was merged into; null: it stands by itself.'),
});

/** Who codes. */
const coderShape = z.strictObject({
  name: text(80).min(1),
  share: z.number().gt(0).max(1).describe('The share of different answers that was drawn for them; 1: all.'),
  seed: z
    .int()
    .min(0)
    .max(2 ** 31 - 1)
    .describe('The same seed draws the same answers.'),
});

/** Answers in words to themes: a multiple-response question, of which codings by hand say who mentions what. */
export const themeRecipeShape = <S>(source: z.ZodType<S>) =>
  z.strictObject({
    kind: z.literal('theme'),
    sources: sourcesOf(source).describe('Text variables; what a respondent says in all of them is one answer.'),
    themes: z.array(themeShape).max(MOST_THEMES).describe('The code sheet, in its order.'),
    coders: z.array(coderShape).max(20).describe('The first codes what counts where nothing is settled.'),
  });

type ThemeRecipeOver<S> = Frozen<z.output<ReturnType<typeof themeRecipeShape<S>>>>;

/** The same in a study: sources are variable ids. */
export type ThemeRecipe = ThemeRecipeOver<number>;
export type Theme = Frozen<z.output<typeof themeShape>>;
export type Coder = Frozen<z.output<typeof coderShape>>;
