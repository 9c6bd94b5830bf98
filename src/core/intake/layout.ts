import { z } from 'zod';
import { ENCODINGS } from './encodings.js';

const text = (most: number) => z.string().max(most);

/** Most columns. */
export const MOST_COLUMNS = 5_000;

const encoding = z.enum(ENCODINGS.map(([name]) => name)).describe('A character encoding.');

const numbers = z
  .record(text(200), z.enum(['.', ',', 'plain']))
  .refine((columns) => Object.keys(columns).length <= MOST_COLUMNS, 'Too many columns.')
  .optional()
  .describe(
    'Columns, by name, whose numbers are read in another way than those of the file: by a decimal sign, with ' +
      'thousands, currencies and percent signs; or only where they are plain, and all else as it stands.',
  );

/** A column made of one character of a cell: an option of a multiple-response question kept as a string of 0 and 1. */
const PickShape = z.strictObject({
  name: text(200),
  cell: z.int().min(0).describe('Position of the cell, from 0.'),
  character: z.int().min(0).nullable().describe('Position of the character in it, from 0; null: the whole cell.'),
});

/** How delimited text is written. */
const DelimitedShape = z.strictObject({
  is: z.literal('delimited'),
  encoding,
  separator: z.string().length(1).describe('The character between cells.'),
  quote: z
    .string()
    .max(1)
    .describe('The character around a cell that holds a separator; empty: none, every quote is text.'),
  decimal: z.enum(['.', ',']).describe('Stands before fractions, where a column does not show it by itself.'),
  heading: z.boolean().describe('Whether the first row names the columns.'),
  short: z.enum(['aside', 'blank']).describe('A row with too few cells: set aside, or filled with blanks.'),
  picks: z
    .array(PickShape)
    .max(MOST_COLUMNS)
    .optional()
    .describe('Columns to make of the cells, where a codebook says so; absent: one for each cell.'),
  numbers,
});

/** One sheet of a workbook, or a range of it. */
const WorkbookShape = z.strictObject({
  is: z.literal('workbook'),
  sheet: text(200),
  range: text(40).nullable().describe('"B3:F200"; null: all that is filled.'),
  heading: z.boolean(),
  numbers,
});

/** Objects with a field for each column: an array of them, or one a line. */
const JsonRowsShape = z.strictObject({ is: z.literal('json'), shape: z.enum(['array', 'lines']), numbers });

/** Lines with each column at its place. */
const FixedWidthShape = z.strictObject({
  is: z.literal('fixed'),
  encoding,
  skip: z.int().min(0).max(1000).describe('Lines before the data.'),
  fields: z
    .array(z.strictObject({ name: text(200), start: z.int().min(1), width: z.int().min(1).max(32_767) }))
    .min(1)
    .max(MOST_COLUMNS),
  numbers,
});

/** Engines that respondents can stay in. */
export const ENGINES = ['postgresql', 'clickhouse'] as const;
export type EngineName = (typeof ENGINES)[number];

/** What engines are called, and the port that each usually listens on. */
export const ENGINE_NAMES: Record<EngineName, string> = { postgresql: 'PostgreSQL', clickhouse: 'ClickHouse' };
export const ENGINE_PORTS: Record<EngineName, number> = { postgresql: 5432, clickhouse: 8123 };

/** Where a database is reached; the account is no part of it. */
export const DatabaseShape = z.strictObject({
  engine: z.enum(ENGINES).describe('`postgresql`: whatever speaks its protocol; `clickhouse`: over HTTP.'),
  host: text(255).min(1),
  port: z.int().min(1).max(65_535),
  database: text(200).min(1),
  tls: z.boolean().describe('Whether the connection is encrypted, and the server shows who it is.'),
});

const table = z.array(text(200).min(1)).min(1).max(2).describe('Its schema, and its own name.');

/** A table of a database, without the account that may read it. */
export const LinkedTableShape = DatabaseShape.extend({ table });

/** A table or view of a database, in which respondents stay. */
const LinkedShape = DatabaseShape.extend({
  is: z.literal('linked'),
  table,
  apart: z
    .array(text(200))
    .max(8)
    .optional()
    .describe('Columns by which it is divided among servers, which count each its own part.'),
  account: z.string().describe('Under what the account is kept here; the account itself is told nobody.'),
  // Numbers of a database are numbers: nothing is read in another way.
  numbers,
});

/** How a file is to be read. What was found can be changed. */
export const LayoutShape = z
  .discriminatedUnion('is', [
    DelimitedShape,
    WorkbookShape,
    z.strictObject({ is: z.literal('parquet'), numbers }),
    JsonRowsShape,
    FixedWidthShape,
    LinkedShape,
  ])
  .meta({ id: 'Layout', description: 'How a file is read (`layout`), or was found to be written (`found`).' });

export type Pick = z.infer<typeof PickShape>;
export type Delimited = z.infer<typeof DelimitedShape>;
export type Workbook = z.infer<typeof WorkbookShape>;
export type JsonRows = z.infer<typeof JsonRowsShape>;
export type FixedWidth = z.infer<typeof FixedWidthShape>;
export type Database = z.infer<typeof DatabaseShape>;
export type LinkedTable = z.infer<typeof LinkedTableShape>;
export type Linked = z.infer<typeof LinkedShape>;
export type Layout = z.infer<typeof LayoutShape>;
