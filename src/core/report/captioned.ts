/** What a table is called among the others of a binder. @example tableName(3) // 'Table 3' */
export const tableName = (number: number): string => `Table ${number}`;

/**
 * The caption of a table with its number.
 * @example captioned({ number: 3, caption: 'Age by Site' }) // 'Table 3. Age by Site'
 */
export const captioned = ({ number, caption }: { number: number; caption: string }): string =>
  `${tableName(number)}. ${caption}`;
