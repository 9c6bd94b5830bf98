import { type Code, titleOf } from '../codebook/types.js';
import type { NamedRecipe } from '../recode/recipe-shape.js';
import type { Vocabulary } from './form/cursor.js';
import type { WrittenStudy, WrittenVariable } from './written.js';

/** A variable as a text can call it. */
export interface KnownVariable {
  name: string;
  label: string;
  /** Its codes; null: they are not known before the data are looked at. */
  codes: readonly Pick<Code, 'code' | 'label'>[] | null;
  /** It is a column of the data: it is there though the text does not speak of it. */
  isColumn: boolean;
}

/** The codes that a recipe names as its own; null: they follow from the data. */
function madeBy(recipe: NamedRecipe): KnownVariable['codes'] {
  if (recipe.kind === 'band') return recipe.bands;
  if (recipe.kind === 'combine' || recipe.kind === 'slots') return recipe.options;
  return recipe.kind === 'regroup' && recipe.unnamed !== 'own' ? recipe.groups : null;
}

/** The codes of a variable as the text gives them. */
function codesOf({ recipe, list, codes }: WrittenVariable, study: WrittenStudy): KnownVariable['codes'] {
  if (recipe) return madeBy(recipe);
  if (list !== undefined) return study.lists.find(({ name }) => name === list)?.codes ?? null;
  return codes;
}

/**
 * The variables that a text can speak of: its own, and those of the study that it is put into; where it is all of that
 * study, only columns of those.
 */
export function knownVariables(
  study: WrittenStudy,
  others: readonly KnownVariable[],
  isWhole: boolean,
): KnownVariable[] {
  const theirs = new Map(others.map((other) => [other.name, other]));
  const own = study.variables.map((variable): KnownVariable => {
    const codes = codesOf(variable, study);
    const { name, label } = variable;
    // What a working makes of the data is known where it stands in a study already.
    const isColumn = variable.recipe === undefined;
    return { name, label, isColumn, codes: isColumn ? codes : (theirs.get(name)?.codes ?? codes) };
  });
  const names = new Set(own.map(({ name }) => name));
  return [...own, ...others.filter(({ name, isColumn }) => !names.has(name) && (isColumn || !isWhole))];
}

/** The only thing of a label; undefined where there is none, or where there are several. */
function onlyBy<T>(things: readonly T[], labelOf: (thing: T) => string): Map<string, T | null> {
  const byLabel = new Map<string, T | null>();
  for (const thing of things) byLabel.set(labelOf(thing), byLabel.has(labelOf(thing)) ? null : thing);
  return byLabel;
}

/** What names, labels and codes mean among some variables; a name goes before a label, a code likewise. */
export function vocabularyOf(variables: readonly KnownVariable[]): Vocabulary {
  const byName = new Map(variables.map((variable) => [variable.name, variable]));
  const byTitle = onlyBy(variables, titleOf);
  const codesBy = new Map<string, { codes: ReadonlySet<string>; labels: Map<string, { code: string } | null> }>();
  const codesOfVariable = (name: string) => {
    const known = codesBy.get(name);
    if (known) return known;
    const codes = byName.get(name)?.codes ?? [];
    const own = { codes: new Set(codes.map(({ code }) => code)), labels: onlyBy(codes, ({ label }) => label) };
    codesBy.set(name, own);
    return own;
  };
  return {
    variable: (called) => (byName.has(called) ? called : (byTitle.get(called)?.name ?? called)),
    code: (variable, called) => {
      if (variable === null) return called;
      const { codes, labels } = codesOfVariable(variable);
      return codes.has(called) ? called : (labels.get(called)?.code ?? called);
    },
  };
}
