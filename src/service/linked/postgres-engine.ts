import pg from 'pg';
import type { Sent } from '../../core/linked/answer-of.js';
import type { Database } from '../../core/intake/layout.js';
import { postgresql } from '../../core/linked/postgresql.js';
import { type Account, AT_ONCE, type Engine, TIMEOUT_MS } from './engine.js';
import { engineFault, type EngineTrouble } from './engine-fault.js';

/** Classes of PostgreSQL's error codes (its manual, appendix A), and codes of the network. */
function troubleOf(code: string): EngineTrouble {
  if (code.startsWith('28')) return 'account';
  if (code === '57014') return 'timeout';
  return /^(08|57P|E|$)/.test(code) ? 'unreachable' : 'refused';
}

const codeOf = (error: unknown): string =>
  typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';

/** What the server is told at the start of a connection: it cannot write, and counts shard by shard where it can. */
const OPTIONS = [
  'default_transaction_read_only=on',
  `statement_timeout=${TIMEOUT_MS}`,
  'enable_partitionwise_aggregate=on',
];

/** PostgreSQL, and whatever speaks its protocol. */
export function postgresEngine(database: Database, { user, password }: Account): Engine {
  const { host, port, tls } = database;
  const pool = new pg.Pool({
    host,
    port,
    database: database.database,
    user,
    password,
    ssl: tls,
    max: AT_ONCE + 1,
    connectionTimeoutMillis: 10_000,
    idleTimeoutMillis: 30_000,
    application_name: 'hatch-count',
    options: OPTIONS.map((option) => `-c ${option}`).join(' '),
  });
  // A connection that is lost while nobody asks is made again when somebody does.
  pool.on('error', () => undefined);
  const cancel = (process_: number) => pool.query('SELECT pg_cancel_backend($1)', [process_]).catch(() => undefined);
  return {
    dialect: postgresql,
    rows: async (statement, signal) => {
      signal?.throwIfAborted();
      try {
        const client = await pool.connect();
        const stop = () => void cancel((client as unknown as { processID: number }).processID);
        signal?.addEventListener('abort', stop, { once: true });
        try {
          const { rows } = await client.query<Sent[]>({ text: statement, rowMode: 'array' });
          return rows;
        } finally {
          signal?.removeEventListener('abort', stop);
          client.release();
        }
      } catch (error) {
        signal?.throwIfAborted();
        throw engineFault(database, troubleOf(codeOf(error)), error instanceof Error ? error.message : '');
      }
    },
    close: () => pool.end(),
  };
}
