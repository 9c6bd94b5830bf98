import type { Sent } from '../../core/linked/answer-of.js';
import type { Database } from '../../core/intake/layout.js';
import { Fault } from '../../core/fault.js';
import type { Engine } from './engine.js';

/** A table or view that respondents can stay in. */
export interface FoundTable {
  /** Its schema (of ClickHouse the database), and its own name. */
  table: [schema: string, name: string];
  comment: string;
}

/** A column of such a table. */
export interface FoundColumn {
  name: string;
  /** Numbers are counted as numbers, everything else as texts. */
  isNumber: boolean;
  comment: string;
}

/** Tables that are listed. */
const MOST_TABLES = 2000;

const POSTGRES_TABLES = `SELECT n.nspname, c.relname, coalesce(obj_description(c.oid, 'pg_class'), '')
  FROM pg_catalog.pg_class c JOIN pg_catalog.pg_namespace n ON n.oid = c.relnamespace
  WHERE c.relkind IN ('r', 'v', 'm', 'p', 'f') AND NOT c.relispartition
    AND n.nspname NOT IN ('pg_catalog', 'information_schema') AND n.nspname NOT LIKE 'pg\\_%'
    AND has_table_privilege(c.oid, 'SELECT')
  ORDER BY 1, 2 LIMIT ${MOST_TABLES}`;

const text = (value: Sent | undefined) => String(value ?? '');

/** All tables and views that an account may read. */
export async function tablesIn(engine: Engine, { engine: kind, database }: Database): Promise<FoundTable[]> {
  const statement =
    kind === 'postgresql'
      ? POSTGRES_TABLES
      : `SELECT database, name, '' FROM system.tables WHERE database = ${engine.dialect.text(database)}
         ORDER BY name LIMIT ${MOST_TABLES}`;
  const rows = await engine.rows(statement);
  return rows.map(([schema, name, comment]) => ({ table: [text(schema), text(name)], comment: text(comment) }));
}

async function postgresColumns(engine: Engine, [schema, name]: readonly string[]): Promise<FoundColumn[]> {
  const { text: quoted } = engine.dialect;
  const rows = await engine.rows(
    `SELECT a.attname, t.typcategory::text, coalesce(col_description(a.attrelid, a.attnum), '')
     FROM pg_catalog.pg_attribute a JOIN pg_catalog.pg_type t ON t.oid = a.atttypid
       JOIN pg_catalog.pg_class c ON c.oid = a.attrelid JOIN pg_catalog.pg_namespace n ON n.oid = c.relnamespace
     WHERE n.nspname = ${quoted(schema ?? '')} AND c.relname = ${quoted(name ?? '')}
       AND a.attnum > 0 AND NOT a.attisdropped ORDER BY a.attnum`,
  );
  return rows.map(([column, category, comment]) => ({
    name: text(column),
    isNumber: category === 'N',
    comment: text(comment),
  }));
}

const NUMBER_TYPE = /^(Nullable\(|LowCardinality\()*(U?Int\d+|Float\d+|Decimal)/;

async function clickhouseColumns(engine: Engine, [database, name]: readonly string[]): Promise<FoundColumn[]> {
  const { text: quoted } = engine.dialect;
  const of = `FROM system.columns WHERE database = ${quoted(database ?? '')} AND table = ${quoted(name ?? '')}`;
  // Columns have comments where the server is new enough.
  const rows = await engine.rows(`SELECT name, type, comment ${of}`).catch((error: unknown) => {
    if (error instanceof Fault && error.kind !== 'conflict') throw error;
    return engine.rows(`SELECT name, type, '' ${of}`);
  });
  return rows.map(([column, type, comment]) => ({
    name: text(column),
    isNumber: NUMBER_TYPE.test(text(type)),
    comment: text(comment),
  }));
}

/** More parts than these are not told apart in a count. */
const MOST_PARTS = 200;

/**
 * The columns by which a table of PostgreSQL is divided into lists of values, where some part is on another server: a
 * count that is told apart by them is made there.
 */
export async function dividedBy(engine: Engine, [schema, name]: readonly string[]): Promise<string[]> {
  const { text: quoted } = engine.dialect;
  const rows = await engine.rows(
    `SELECT a.attname, count(*), sum(CASE WHEN part.relkind = 'f' THEN 1 ELSE 0 END)
     FROM pg_catalog.pg_partitioned_table p JOIN pg_catalog.pg_class c ON c.oid = p.partrelid
       JOIN pg_catalog.pg_namespace n ON n.oid = c.relnamespace
       JOIN pg_catalog.pg_attribute a ON a.attrelid = c.oid AND a.attnum = p.partattrs[0]
       JOIN pg_catalog.pg_inherits i ON i.inhparent = c.oid JOIN pg_catalog.pg_class part ON part.oid = i.inhrelid
     WHERE n.nspname = ${quoted(schema ?? '')} AND c.relname = ${quoted(name ?? '')}
       AND p.partstrat = 'l' AND p.partnatts = 1 GROUP BY a.attname`,
  );
  return rows.flatMap(([column, parts, foreign]) =>
    Number(foreign) > 0 && Number(parts) <= MOST_PARTS ? [text(column)] : [],
  );
}

/** The columns of a table, in their order. @throws Fault where there is no such table, or it has none */
export async function columnsIn(
  engine: Engine,
  kind: Database['engine'],
  table: readonly string[],
): Promise<FoundColumn[]> {
  const columns = await (kind === 'postgresql' ? postgresColumns : clickhouseColumns)(engine, table);
  if (columns.length > 0) return columns;
  throw new Fault(
    'not-found',
    `The database has no table ${table.join('.')}, or this account may not read it.`,
    'Choose one of its tables, or ask for the right to read it.',
    { field: 'table' },
  );
}
