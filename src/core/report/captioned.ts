import type { Handed } from '../table/picture-kinds.js';

/** A table of a binder, or a picture that stands in the place of one. */
export interface Numbered {
  number: number;
  handed?: Handed | undefined;
}

/** What a table is called among the others of a binder. @example tableName({ number: 3 }) // 'Table 3' */
export const tableName = ({ number, handed }: Numbered): string =>
  `${handed === 'picture' ? 'Figure' : 'Table'} ${number}`;

/** Where it stands in a page or a document. @example anchorOf({ number: 3 }) // 'table-3' */
export const anchorOf = (numbered: Numbered): string => tableName(numbered).toLowerCase().replace(' ', '-');

/**
 * The caption of a table with its number.
 * @example captioned({ number: 3, caption: 'Age by Site' }) // 'Table 3. Age by Site'
 */
export const captioned = ({ caption, ...numbered }: Numbered & { caption: string }): string =>
  `${tableName(numbered)}. ${caption}`;

/**
 * Gives numbers to what stands in a binder, one after the other: tables theirs, and pictures that stand alone theirs.
 * @example [undefined, 'picture', 'both'].map(numbering()) // [1, 1, 2]
 */
export function numbering(): (handed: Handed | undefined) => number {
  const last = { table: 0, figure: 0 };
  return (handed) => ++last[handed === 'picture' ? 'figure' : 'table'];
}
