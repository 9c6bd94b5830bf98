import { randomUUID } from 'node:crypto';
import { ClickHouseLogLevel, createClient } from '@clickhouse/client';
import type { Sent } from '../../core/linked/answer-of.js';
import type { Database } from '../../core/intake/layout.js';
import { clickhouse } from '../../core/linked/clickhouse.js';
import { type Account, AT_ONCE, type Engine, TIMEOUT_MS } from './engine.js';
import { engineFault, type EngineTrouble } from './engine-fault.js';

/** Codes of ClickHouse's errors: of accounts, and of what took too long. */
const ACCOUNT = ['192', '193', '194', '195', '291', '516', '497'];
const TIMEOUT = ['159', '160'];

/** What a server says that is older than the client knows it: "Code: 159, e.displayText() = ...". */
const codeIn = (message: string): string => /Code: (\d+)/.exec(message)?.[1] ?? '';

function troubleOf(error: unknown): EngineTrouble {
  const message = error instanceof Error ? error.message : '';
  const own = typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';
  const code = /^\d+$/.test(own) ? own : codeIn(message);
  if (code === '') return /timeout/i.test(message) ? 'timeout' : 'unreachable';
  if (ACCOUNT.includes(code)) return 'account';
  return TIMEOUT.includes(code) ? 'timeout' : 'refused';
}

/** What the server says, without where in its code it says it. */
const saidIn = (error: unknown): string =>
  (error instanceof Error ? error.message : '').replace(/^Code: \d+, e\.displayText\(\) = |, e\.what\(\) = .*$/gs, '');

/** What the server is told with each statement. */
const SETTINGS: Record<string, string | number> = {
  max_execution_time: Math.ceil(TIMEOUT_MS / 1000),
  max_query_size: '16777216',
  max_ast_elements: '1000000',
  max_expanded_ast_elements: '5000000',
};

/** The setting that a server does not know, or does not let this account change. */
const unknownSetting = (error: unknown): string | null =>
  /(?:Unknown setting|Setting|modify '?) ?'?(\w+)'?/i.exec(error instanceof Error ? error.message : '')?.[1] ?? null;

/** ClickHouse over HTTP. */
export function clickhouseEngine(database: Database, { user, password }: Account): Engine {
  const { host, port, tls } = database;
  const client = createClient({
    url: `${tls ? 'https' : 'http'}://${host.includes(':') ? `[${host}]` : host}:${port}`,
    database: database.database,
    username: user,
    password,
    application: 'hatch-count',
    request_timeout: TIMEOUT_MS,
    max_open_connections: AT_ONCE,
    // What it logs would hold statements, and with them what users write.
    log: { level: ClickHouseLogLevel.OFF },
  });
  const settings = new Map(Object.entries(SETTINGS));
  /** Ends a statement in the server: another takes its place, which is over at once. */
  const end = (id: string) =>
    void client
      .exec({ query: 'SELECT 1', query_id: id, clickhouse_settings: { replace_running_query: 1 } })
      .then(({ stream }) => stream.destroy())
      .catch(() => undefined);
  const ask = async (statement: string, signal: AbortSignal | undefined): Promise<Sent[][]> => {
    const id = randomUUID();
    const leave = () => end(id);
    signal?.addEventListener('abort', leave, { once: true });
    try {
      const answer = await client.query({
        query: statement,
        format: 'JSONCompact',
        query_id: id,
        clickhouse_settings: Object.fromEntries(settings),
        ...(signal ? { abort_signal: signal } : {}),
      });
      const { data } = await answer.json<Sent[]>();
      return data;
    } catch (error) {
      // An older server, or one that lets an account change nothing, goes by its own settings.
      const setting = unknownSetting(error);
      if (setting !== null && settings.delete(setting)) return await ask(statement, signal);
      throw error;
    } finally {
      signal?.removeEventListener('abort', leave);
    }
  };
  return {
    dialect: clickhouse,
    rows: async (statement, signal) => {
      signal?.throwIfAborted();
      try {
        return await ask(statement, signal);
      } catch (error) {
        signal?.throwIfAborted();
        throw engineFault(database, troubleOf(error), saidIn(error));
      }
    },
    close: () => client.close(),
  };
}
