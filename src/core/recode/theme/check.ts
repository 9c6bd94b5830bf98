import { byId } from '../../by-id.js';
import { Fault } from '../../fault.js';
import { broaderThan, standing, standsFor } from './sheet.js';
import type { ThemeRecipe } from './shape.js';

const invalid = (message: string, mend: string, field: string) => new Fault('invalid', message, mend, { field });

function checkThemes({ themes }: ThemeRecipe): void {
  const ids = new Set<number>();
  const names = new Set<string>();
  themes.forEach((theme, k) => {
    const { id, name, under, into } = theme;
    const field = `themes[${k}]`;
    if (ids.has(id))
      throw invalid(`Two themes have the id ${id}.`, 'Give the new one an id of its own.', `${field}.id`);
    ids.add(id);
    if (name.trim() === '') throw invalid(`Theme ${k + 1} has no name.`, 'Give it one.', `${field}.name`);
    for (const [at, other] of [
      ['under', under],
      ['into', into],
    ] as const)
      if (other !== null && !byId(themes, other))
        throw invalid(`“${name.trim()}” names a theme that is not on the sheet.`, 'Choose another.', `${field}.${at}`);
    if (into !== null && standsFor(themes, id) === null)
      throw invalid(`“${name.trim()}” is merged into itself.`, 'Merge it into another theme.', `${field}.into`);
    if (into !== null) return;
    const called = name.trim().toLowerCase();
    if (names.has(called))
      throw invalid(`Two themes are called “${name.trim()}”.`, 'Name one otherwise, or merge them.', `${field}.name`);
    names.add(called);
    const broader = broaderThan(themes, id);
    if (under !== null && (broader.length === 0 || broader.some((other) => other.id === id)))
      throw invalid(`“${name.trim()}” is a part of itself.`, 'Put it under another theme.', `${field}.under`);
  });
}

/** Checks what no data can mend: no source, a source twice, themes without names or in a circle, coders alike. */
export function checkTheme(recipe: ThemeRecipe): void {
  const { sources, coders } = recipe;
  if (sources.length === 0) throw invalid('There is no text to code.', 'Choose a text variable.', 'sources');
  const twice = sources.findIndex((source, k) => sources.indexOf(source) !== k);
  if (twice >= 0) throw invalid('A variable is there twice.', 'Take one of the two out.', `sources[${twice}]`);
  checkThemes(recipe);
  coders.forEach(({ name }, k) => {
    if (coders.findIndex((other) => other.name.trim() === name.trim()) !== k)
      throw invalid(`Two coders are called ${name.trim()}.`, 'Tell them apart by their names.', `coders[${k}].name`);
  });
}

/** Whether a theme can be given. */
export const isStanding = ({ themes }: Pick<ThemeRecipe, 'themes'>, id: number): boolean =>
  standing(themes).some((theme) => theme.id === id);
