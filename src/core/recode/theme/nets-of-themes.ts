import type { Net } from '../../table/net.js';
import { broaderThan, standing } from './sheet.js';
import type { Theme } from './shape.js';

/**
 * Broader themes as nets of a table: each with its parts, and with what has the broader theme alone. A net within
 * another stands before it.
 * @example
 * const themes = [
 *   { id: 1, name: 'Water', under: null, into: null },
 *   { id: 2, name: 'Taps', under: 1, into: null },
 * ];
 * netsOfThemes(themes); // [{ label: 'Water, all of it', codes: ['1', '2'] }]
 */
export function netsOfThemes(themes: readonly Theme[]): Net[] {
  const all = standing(themes);
  const depthOf = ({ id }: Theme) => broaderThan(themes, id).length;
  return all
    .map((theme) => {
      const parts = all.filter(({ id }) => broaderThan(themes, id).some((broader) => broader.id === theme.id));
      return { theme, parts };
    })
    .filter(({ parts }) => parts.length > 0)
    .sort((a, b) => depthOf(b.theme) - depthOf(a.theme))
    .map(({ theme, parts }) => ({
      label: `${theme.name.trim()}, all of it`,
      codes: [theme, ...parts].map(({ id }) => String(id)),
    }));
}
