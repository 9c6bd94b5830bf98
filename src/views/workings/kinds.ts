import type { RosterVariable } from '../../api/types.js';
import { liftCommon, saysNone, ticksIn } from '../../core/codebook/questions.js';
import { parseNumber } from '../../core/codebook/number.js';
import { type Code, isAnswer, titleOf } from '../../core/codebook/types.js';
import { Fault } from '../../core/fault.js';
import { namesOf, parseExpression } from '../../core/recode/expression/parse.js';
import { optionLabels } from './bodies/option-labels.js';
import { startRegroup } from '../../core/recode/starts.js';
import type { Gather, Recipe, Score, ScoreItem, Slots } from '../../core/recode/types.js';

/**
 * What can be made. A conversion is two of these; a question over several columns is gathered from columns or slots.
 */
export const MAKES = [
  'regroup',
  'band',
  'score',
  'combine',
  'interlock',
  'flags',
  'number',
  'categories',
  'gather',
  'slots',
] as const;
export type Make = (typeof MAKES)[number];

interface MakeWords {
  title: string;
  /** What it is for, in a line. */
  says: string;
  /** What is kept: "Keep the working". */
  noun: string;
  /** How many variables it stands on. */
  of: 'one' | 'many';
  /** What those are called while they are chosen. */
  sources: string;
}

export const MAKE_WORDS: Record<Make, MakeWords> = {
  regroup: {
    title: 'Regroup',
    says: 'Merge, split, reorder, reverse, relabel.',
    noun: 'working',
    of: 'one',
    sources: 'a variable with categories',
  },
  band: {
    title: 'Band',
    says: 'Cut a number into categories, on its histogram.',
    noun: 'working',
    of: 'one',
    sources: 'a number',
  },
  score: {
    title: 'Score',
    says: 'Average, add up, count, or compute an expression.',
    noun: 'score',
    of: 'many',
    sources: 'items',
  },
  combine: {
    title: 'Combine',
    says: 'In any question, in all, in one but not the others.',
    noun: 'working',
    of: 'many',
    sources: 'questions over the same codes',
  },
  interlock: {
    title: 'Interlock',
    says: 'Groups within groups as one variable.',
    noun: 'working',
    of: 'many',
    sources: 'groups',
  },
  flags: {
    title: 'Flags',
    says: 'One yes/no variable for each category.',
    noun: 'flags',
    of: 'one',
    sources: 'a variable with categories',
  },
  number: {
    title: 'Text to number',
    says: 'Texts that spell none are decided on.',
    noun: 'number',
    of: 'one',
    sources: 'a text',
  },
  categories: {
    title: 'Values to categories',
    says: 'Each text or number one, alike ones together.',
    noun: 'working',
    of: 'one',
    sources: 'a text or a number',
  },
  gather: {
    title: 'Gather columns',
    says: 'Yes/no columns to one question.',
    noun: 'question',
    of: 'many',
    sources: 'columns',
  },
  slots: {
    title: 'Gather slots',
    says: 'Columns that each hold a code to one question.',
    noun: 'question',
    of: 'many',
    sources: 'slots',
  },
};

export function makeOf(recipe: Recipe): Make {
  return recipe.kind === 'convert' ? recipe.to : recipe.kind;
}

const isCoded = ({ countable, level }: RosterVariable) => countable && level !== 'text';

/** Few enough values to be grouped by hand. */
export const canRegroup = (variable: RosterVariable) =>
  variable.countable &&
  (variable.level === 'unordered' ||
    variable.level === 'ordered' ||
    variable.level === 'multiple' ||
    (variable.level === 'number' && variable.picture.is === 'histogram' && variable.picture.bins.length <= 12));

/** Text, or codes of which some are numbers and some are words. */
export function canConvert({ level, codes }: RosterVariable): boolean {
  if (level === 'text') return true;
  const words = codes.filter(({ code }) => parseNumber(code) === null).length;
  return level !== 'multiple' && words > 0 && (level === 'number' || words < codes.length);
}

/** Whether a variable can be a source of what is made. */
export function suits(make: Make, variable: RosterVariable): boolean {
  switch (make) {
    case 'regroup':
      return canRegroup(variable);
    case 'band':
      return variable.level === 'number';
    case 'score':
      return (
        variable.level === 'number' ||
        (isCoded(variable) &&
          variable.level !== 'multiple' &&
          variable.codes.filter((code) => isAnswer(code) && parseNumber(code.code) !== null).length >= 2)
      );
    case 'combine':
      return isCoded(variable) && variable.level !== 'number';
    case 'interlock':
      return isCoded(variable) && variable.codes.length <= 500;
    case 'flags':
      return isCoded(variable);
    case 'number':
      return canConvert(variable);
    case 'categories':
      return variable.level === 'text' || variable.level === 'number';
    case 'gather':
    case 'slots':
      return isCoded(variable);
  }
}

export const itemOf = ({ id, name }: RosterVariable): ScoreItem => ({
  source: id,
  reversed: false,
  weight: 1,
  as: name,
});

/** The lowest and the highest answer that codebooks name for some items; null where they name none. */
export function scaleOf(items: readonly RosterVariable[]): { from: number; to: number } | null {
  const numbers = items.flatMap(({ codes }) => codes.filter(isAnswer).flatMap(({ code }) => parseNumber(code) ?? []));
  return numbers.length === 0 ? null : { from: Math.min(...numbers), to: Math.max(...numbers) };
}

/** Answers of several variables, each code once, with the first label that there is. */
export function sharedOptions(variables: readonly RosterVariable[]): { code: string; label: string }[] {
  const found = new Map<string, string>();
  for (const { codes } of variables)
    for (const one of codes) if (isAnswer(one) && !found.has(one.code)) found.set(one.code, one.label);
  return [...found].map(([code, label]) => ({ code, label }));
}

/**
 * The yes/no columns that were selected as one question: labels without what they share, the code that looks like
 * ticked.
 */
function startGather(sources: readonly RosterVariable[]): Gather {
  const titles = sources.map(({ label, question, name }) => label || question || name);
  const { common, rest } = liftCommon(titles);
  const labels = common === '' ? optionLabels(titles) : rest;
  const items = sources.map(({ id, codes, name }, k) => {
    const found = ticksIn(codes.filter(isAnswer).map(({ code, label }) => ({ code, label })));
    return {
      source: id,
      label: labels[k] ?? name,
      ticked: found?.ticked ?? '',
      also: found && found.also.length > 0 ? found.also : undefined,
    };
  });
  const none = items.find((_, k) => saysNone(titles[k] ?? ''));
  return {
    kind: 'gather',
    items: items.filter((item) => item !== none),
    none: none ? { source: none.source, label: 'None of these', ticked: none.ticked } : null,
  };
}

/** Slots that were selected as one question, over the answers that they share. */
function startSlots(sources: readonly RosterVariable[]): Slots {
  const options = sharedOptions(sources);
  const none = options.find(({ label }) => saysNone(label))?.code ?? null;
  return {
    kind: 'slots',
    sources: sources.map(({ id }) => id),
    options: options.filter(({ code }) => code !== none),
    none,
  };
}

/**
 * Where an editor begins.
 * @param sources variables chosen before it was opened; of what stands on one, the first
 * @param codes of the first, also those that only the data has
 * @param comma whether numbers have a decimal comma
 */
export function startRecipe(
  make: Make,
  sources: readonly RosterVariable[],
  codes: readonly Code[],
  comma = false,
): Recipe {
  const [first] = sources;
  const source = first?.id ?? 0;
  const ids = sources.map(({ id }) => id);
  switch (make) {
    case 'regroup':
      return {
        kind: 'regroup',
        source,
        level: first?.level === 'unordered' ? 'unordered' : 'ordered',
        groups: startRegroup('each', codes),
        setAside: [],
      };
    case 'band':
      return { kind: 'band', source, ends: 'lower', bands: [], taken: [] };
    case 'score':
      return {
        kind: 'score',
        of: 'mean',
        items: sources.map(itemOf),
        atLeast: Math.max(1, sources.length),
        scale: scaleOf(sources),
        codes: [],
        expression: '',
      };
    case 'combine': {
      const options = sharedOptions(sources);
      const none = options.filter(({ label }) => saysNone(label)).map(({ code }) => code);
      return {
        kind: 'combine',
        sources: ids,
        how: 'any',
        atLeast: 2,
        options: options.filter(({ code }) => !none.includes(code)),
        none,
        base: 'any',
      };
    }
    case 'interlock':
      return { kind: 'interlock', sources: ids, between: ' · ', empty: false };
    case 'flags':
      return { kind: 'flags', source, codes: codes.filter(isAnswer).map(({ code }) => code), yes: 'Yes', no: 'No' };
    case 'number':
      return { kind: 'convert', to: 'number', source, decimal: comma ? ',' : '.', exceptions: [] };
    case 'categories':
      return { kind: 'convert', to: 'categories', source, alike: true, order: 'value', least: 1, exceptions: [] };
    case 'gather':
      return startGather(sources);
    case 'slots':
      return startSlots(sources);
  }
}

/** A label to begin with. */
export function startLabel(make: Make, sources: readonly RosterVariable[]): string {
  const [first] = sources;
  if (!first) return '';
  const title = titleOf(first);
  switch (make) {
    case 'regroup':
      return `${title}, regrouped`;
    case 'band':
      return `${title}, banded`;
    case 'number':
      return `${title}, as a number`;
    case 'categories':
      return `${title}, as categories`;
    case 'flags':
      return title;
    case 'interlock':
      return sources.length < 2 ? '' : sources.map(titleOf).reverse().join(' within ');
    case 'gather':
      return sources.length < 2
        ? ''
        : liftCommon(sources.map(({ question, label, name }) => label || question || name)).common;
    case 'score':
    case 'combine':
    case 'slots':
      return '';
  }
}

/** What keeps an expression from being computed; where it is wrong is said beside it. */
function expressionLack({ expression, items }: Score): string | null {
  if (expression.trim() === '') return 'Write an expression.';
  try {
    const known = new Set(items.map(({ as }) => as));
    const all = [...namesOf(parseExpression(expression)).keys()].every((name) => known.has(name));
    return all ? null : 'Mend the name in the expression that is none of a variable.';
  } catch (error) {
    if (error instanceof Fault) return 'Mend the expression.';
    throw error;
  }
}

/** What a recipe still lacks, in words that say what to do; null: it is complete. */
export function lackOf(recipe: Recipe): string | null {
  switch (recipe.kind) {
    case 'regroup':
      return recipe.source === 0
        ? 'Choose the variable to regroup, at the top.'
        : recipe.groups.length === 0
          ? 'Make at least one group.'
          : null;
    case 'band':
      return recipe.source === 0
        ? 'Choose the number to cut, at the top.'
        : recipe.bands.length === 0
          ? 'Click on the histogram where a band is to end, or let it be cut into parts.'
          : null;
    case 'score':
      if (recipe.of === 'expression') return expressionLack(recipe);
      if (recipe.items.length === 0) return 'Choose the items.';
      return recipe.of === 'count' && recipe.codes.length === 0 ? 'Choose the codes to count.' : null;
    case 'combine':
      return recipe.sources.length < 2 ? 'Choose two variables or more.' : null;
    case 'interlock':
      return recipe.sources.length < 2 ? 'Choose two variables or more, from the outermost group inwards.' : null;
    case 'flags':
      return recipe.source === 0
        ? 'Choose the variable, at the top.'
        : recipe.codes.length === 0
          ? 'Choose a category.'
          : null;
    case 'convert':
      return recipe.source === 0 ? 'Choose the variable to convert, at the top.' : null;
    case 'gather':
      return recipe.items.length < 2 || recipe.items.some(({ ticked }) => ticked === '')
        ? 'Choose two columns or more and the code that means ticked.'
        : null;
    case 'slots':
      return recipe.sources.length < 2 || recipe.options.length === 0 ? 'Choose two slots or more.' : null;
  }
}
