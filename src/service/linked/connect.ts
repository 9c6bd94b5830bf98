import type { Database } from '../../core/intake/layout.js';
import { clickhouseEngine } from './clickhouse-engine.js';
import type { Account, Engine } from './engine.js';
import { postgresEngine } from './postgres-engine.js';

/** Connects to a database when it is first asked. */
export const engineOf = (database: Database, account: Account): Engine =>
  database.engine === 'postgresql' ? postgresEngine(database, account) : clickhouseEngine(database, account);
