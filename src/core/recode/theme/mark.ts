import { z } from 'zod';
import { text } from '../shape.js';

/** What a coder can say of an answer, beside the themes in it. */
export const VERDICTS = ['themes', 'fits-nothing', 'unclear', 'left-out'] as const;
export type Verdict = (typeof VERDICTS)[number];

export const VERDICT_WORDS: Record<Verdict, string> = {
  themes: 'coded',
  'fits-nothing': 'fits no theme',
  unclear: 'unclear',
  'left-out': 'left out',
};

/** How long an answer may be that is coded. */
const MOST_LETTERS = 100_000;

const themeIds = z.array(z.int().min(1)).max(100);

/** What a coder said of one answer, or what was settled between coders. */
export const MarkShape = z.strictObject({
  text: text(MOST_LETTERS).min(1).describe('The answer, as `answerOf` has it.'),
  verdict: z.enum(VERDICTS),
  themes: themeIds.describe('Of the code sheet, by their ids; empty for another verdict than themes.'),
  coder: text(80).min(1).describe('Who coded it, or who settled it.'),
  settles: z.boolean().describe('It settles what coders said differently.'),
  quote: text(MOST_LETTERS)
    .min(1)
    .nullable()
    .describe('The answer as it may be quoted, names struck out; null: it is no quotation.'),
});
export type Mark = Readonly<Omit<z.infer<typeof MarkShape>, 'themes'>> & { readonly themes: readonly number[] };

/** By what a mark is told apart in its working: a coder says one thing of an answer, and one thing settles it. */
export const markKey = ({ text, coder, settles }: Pick<Mark, 'text' | 'coder' | 'settles'>): string =>
  JSON.stringify([text, settles ? null : coder]);
