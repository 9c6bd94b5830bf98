import { Fault } from '../fault.js';
import type { Dialect } from './dialect.js';

/** A null character is the one that a text of this engine cannot hold. */
function held(text: string): string {
  if (!text.includes('\0')) return text;
  throw new Fault('invalid', 'A text holds a null character, which PostgreSQL has not.', 'Take it out of the text.');
}

/**
 * The dialect of PostgreSQL, and of whatever speaks as it does.
 * @example postgresql.text("it's") // "'it''s'"
 */
export const postgresql: Dialect = {
  name: (name) => `"${held(name).replaceAll('"', '""')}"`,
  text: (value) => {
    const doubled = held(value).replaceAll("'", "''");
    // A backslash means itself in such a text whatever the server's settings are.
    return value.includes('\\') ? ` E'${doubled.replaceAll('\\', '\\\\')}'` : `'${doubled}'`;
  },
  number: (value) => `'${value}'::float8`,
  nothing: 'NULL::float8',
  fence: ' OFFSET 0',
  asNumber: (column) =>
    `CASE WHEN ${column}::float8 IN ('NaN', 'Infinity', '-Infinity') THEN NULL ELSE ${column}::float8 END`,
  // CASE is what a foreign server is given to work out; NULLIF and coalesce are not.
  asText: (column) => `CASE WHEN ${column}::text = '' THEN NULL ELSE ${column}::text END`,
  bare: { number: (column) => `${column}::float8`, text: (column) => `${column}::text` },
  not: (condition) => `(CASE WHEN ${condition} THEN FALSE ELSE TRUE END)`,
  lookup: (of, cases, otherwise, blank) => {
    if (cases.length === 0 && blank === otherwise) return String(otherwise);
    const listed =
      cases.length === 0
        ? String(otherwise)
        : `CASE ${of} ${cases.map(([value, to]) => `WHEN ${value} THEN ${to}`).join(' ')} ELSE ${otherwise} END`;
    return blank === otherwise ? listed : `CASE WHEN ${of} IS NULL THEN ${blank} ELSE ${listed} END`;
  },
  call: (of, parts) => `${of}(${parts.join(', ')})`,
};
