import { useState } from 'react';
import { ENGINE_NAMES, ENGINE_PORTS, ENGINES, type EngineName } from '../../core/intake/layout.js';
import { Field, MainButton, PlainButton, Problem } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { Segmented } from '../../kit/Segmented.js';
import type { AnswerTo } from '../../api/types.js';
import { ask, change } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import css from './link-table.module.css';

const usualPort = (engine: EngineName) => String(ENGINE_PORTS[engine]);
const DATABASES: Record<EngineName, string> = { postgresql: 'postgres', clickhouse: 'default' };

type FoundTables = AnswerTo<'POST /links/tables'>;

interface Typed {
  engine: EngineName;
  host: string;
  port: string;
  database: string;
  user: string;
  password: string;
  tls: boolean;
}

const NOTHING_TYPED: Typed = {
  engine: 'postgresql',
  host: '',
  port: usualPort('postgresql'),
  database: DATABASES.postgresql,
  user: '',
  password: '',
  tls: true,
};

const askedBy = ({ engine, host, port, database, user, password, tls }: Typed) => ({
  ...{ engine, host: host.trim(), database: database.trim(), tls },
  port: Number(port),
  account: { user: user.trim(), password },
});

/** Another engine, with its usual port and database where those of the one before stand. */
const withEngine = (typed: Typed, engine: EngineName): Typed => ({
  ...typed,
  engine,
  port: typed.port === usualPort(typed.engine) ? usualPort(engine) : typed.port,
  database: typed.database === DATABASES[typed.engine] ? DATABASES[engine] : typed.database,
});

function Text({
  label,
  value,
  put,
  kind = 'text',
}: {
  label: string;
  value: string;
  put: (value: string) => void;
  kind?: 'text' | 'password';
}) {
  return (
    <Field label={label}>
      <input
        className={kit['input']}
        type={kind}
        value={value}
        autoComplete="off"
        spellCheck={false}
        onChange={({ target }) => put(target.value)}
      />
    </Field>
  );
}

/** Where the database is, and who may read it. */
function Where({ typed, put }: { typed: Typed; put: (typed: Typed) => void }) {
  const set = (part: Partial<Typed>) => put({ ...typed, ...part });
  return (
    <div className={css['fields']}>
      <Segmented
        label="Database"
        value={typed.engine}
        of={ENGINES.map((engine) => [engine, ENGINE_NAMES[engine]] as const)}
        choose={(engine) => put(withEngine(typed, engine))}
      />
      <Text label="Host" value={typed.host} put={(host) => set({ host })} />
      <Text label="Port" value={typed.port} put={(port) => set({ port })} />
      <Text label="Database" value={typed.database} put={(database) => set({ database })} />
      <Text label="User" value={typed.user} put={(user) => set({ user })} />
      <Text label="Password" value={typed.password} put={(password) => set({ password })} kind="password" />
      <label className={css['tls']}>
        <input type="checkbox" checked={typed.tls} onChange={({ target }) => set({ tls: target.checked })} /> Encrypted
        (TLS)
      </label>
    </div>
  );
}

/** Links a table whose respondents stay in their database, and leads on to its intake. */
export function LinkTable() {
  const [typed, setTyped] = useState(NOTHING_TYPED);
  const [tables, setTables] = useState<FoundTables | null>(null);
  const [chosen, setChosen] = useState('');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<{ detail: string; mend: string } | null>(null);
  const put = (next: Typed) => {
    setTyped(next);
    setTables(null);
  };
  const doing = (work: Promise<void>) => {
    setBusy(true);
    setProblem(null);
    work.catch((error: unknown) => setProblem(problemText(error))).finally(() => setBusy(false));
  };
  const look = () =>
    doing(
      ask('POST /links/tables', { body: askedBy(typed) }).then((found) => {
        setTables(found);
        setChosen(found[0]?.table.join('.') ?? '');
      }),
    );
  const table = tables?.find((found) => found.table.join('.') === chosen);
  const link = () =>
    table &&
    doing(
      change('POST /links', { body: { ...askedBy(typed), table: table.table } }).then(({ id }) =>
        location.assign(`/intake/${id}`),
      ),
    );
  const isTyped = typed.host.trim() !== '' && typed.user.trim() !== '' && /^\d{1,5}$/.test(typed.port);
  return (
    <details className={css['link']}>
      <summary>Respondents stay in a database: link a table</summary>
      <p>
        The database counts, and only counts come here. Give an account that can do no more than read: it is kept beside
        the studies, and in none of them.
      </p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (tables) link();
          else look();
        }}
      >
        <Where typed={typed} put={put} />
        {problem && <Problem {...problem} dismiss={() => setProblem(null)} />}
        {tables?.length === 0 && <p role="status">This account may read no table of {typed.database}.</p>}
        {tables && tables.length > 0 && (
          <Field label={`Table or view, of ${tables.length}`}>
            <select className={kit['input']} value={chosen} onChange={({ target }) => setChosen(target.value)}>
              {tables.map(({ table: names, comment }) => (
                <option key={names.join('.')} value={names.join('.')}>
                  {names.join('.')}
                  {comment !== '' && `: ${comment}`}
                </option>
              ))}
            </select>
          </Field>
        )}
        <p className={css['acts']}>
          {table ? (
            <MainButton type="submit" disabled={busy}>
              {busy ? 'Looking at it…' : `Look at ${table.table[1]}`}
            </MainButton>
          ) : (
            <PlainButton type="submit" disabled={busy || !isTyped}>
              {busy ? 'Asking…' : 'Show its tables'}
            </PlainButton>
          )}
        </p>
      </form>
    </details>
  );
}
