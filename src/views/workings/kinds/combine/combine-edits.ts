import type { Combine } from '../../../../core/recode/combine/shape.js';
import { saysNone } from '../../../../core/codebook/questions.js';

type Option = Combine['options'][number];
/** What a shared code is in the new question. */
export const OPTION_IS = ['option', 'none', 'out'] as const;
export type OptionIs = (typeof OPTION_IS)[number];

/**
 * A recipe over other questions. A code that was left out before stays out; one that is new is an option, or says "none
 * of these".
 * @param before the options that the questions of now share
 * @param after those that the questions of `sources` share
 */
export function withSources(
  recipe: Combine,
  sources: number[],
  before: readonly Option[],
  after: readonly Option[],
): Combine {
  const byCode = new Map(recipe.options.map((option) => [option.code, option]));
  const wasOut = new Set(
    before.map(({ code }) => code).filter((code) => !byCode.has(code) && !recipe.none.includes(code)),
  );
  const isNone = ({ code, label }: Option) =>
    !byCode.has(code) && (recipe.none.includes(code) || (!wasOut.has(code) && saysNone(label)));
  const none = after.filter(isNone).map(({ code }) => code);
  const options = after
    .filter(({ code }) => !wasOut.has(code) && !none.includes(code))
    .map((option) => byCode.get(option.code) ?? option);
  const atLeast = Math.min(Math.max(1, recipe.atLeast), Math.max(2, sources.length));
  return { ...recipe, sources, options, none, atLeast };
}

/**
 * A recipe in which a code is an option, says "none of these", or is left out.
 * @param all the options that its questions share, in their order
 */
export function withOption(recipe: Combine, all: readonly Option[], code: string, is: OptionIs): Combine {
  const options = all.flatMap((option) => {
    const kept = recipe.options.find((other) => other.code === option.code);
    if (option.code !== code) return kept ?? [];
    return is === 'option' ? [kept ?? option] : [];
  });
  const none = recipe.none.filter((other) => other !== code);
  return { ...recipe, options, none: is === 'none' ? [...none, code] : none };
}
