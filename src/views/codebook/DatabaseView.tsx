import { useState } from 'react';
import type { StudyView } from '../../api/types.js';
import { whole } from '../../core/figures.js';
import { ENGINE_NAMES } from '../../core/intake/layout.js';
import { REFUSED } from '../../core/linked/refused.js';
import { Field, MainButton, PlainButton, Problem } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { change } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import css from './database-view.module.css';

type Link = NonNullable<StudyView['link']>;

interface Doing {
  busy: boolean;
  problem: { detail: string; mend: string } | null;
  /** Does something that takes time, and tells what went wrong. */
  run: (work: () => Promise<unknown>) => void;
  dismiss: () => void;
}

function useDoing(): Doing {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<Doing['problem']>(null);
  const run = (work: () => Promise<unknown>) => {
    setBusy(true);
    setProblem(null);
    work()
      .catch((error: unknown) => setProblem(problemText(error)))
      .finally(() => setBusy(false));
  };
  return { busy, problem, run, dismiss: () => setProblem(null) };
}

/** Has the table looked at as it is now, and leads on to what would be different. */
function LookAgain({ study }: { study: string }) {
  const { busy, problem, run, dismiss } = useDoing();
  const look = () =>
    run(() =>
      change('POST /studies/{study}/link', { study }).then(({ id }) =>
        location.assign(`/intake/${id}?into=${encodeURIComponent(study)}`),
      ),
    );
  return (
    <section aria-labelledby="look-again">
      <h2 id="look-again">The table as it is now</h2>
      <p>
        Tables always count those who are in the database when they are asked for. Columns and values that came after
        the table was linked get a place in the codebook when it is looked at again; you see first what would be
        different.
      </p>
      {problem && <Problem {...problem} dismiss={dismiss} />}
      <p>
        <MainButton disabled={busy} onClick={look}>
          {busy ? 'Looking at it…' : 'Look at the table again'}
        </MainButton>
      </p>
    </section>
  );
}

/** Gives another account, where a password was changed or the study came from another machine. */
function AnotherAccount({ study }: { study: string }) {
  const { busy, problem, run, dismiss } = useDoing();
  const [user, setUser] = useState('');
  const [password, setPassword] = useState('');
  const [given, setGiven] = useState<string | null>(null);
  const give = () =>
    run(() =>
      change('PUT /studies/{study}/account', { study, body: { user: user.trim(), password } }).then(() => {
        setGiven(user.trim());
        setPassword('');
      }),
    );
  return (
    <section aria-labelledby="another-account">
      <h2 id="another-account">Another account</h2>
      <p>
        When the password changed, or the study came from another machine. The account is kept beside the studies on
        this machine, and in none of them: backups do not have it.
      </p>
      <form
        className={css['account']}
        onSubmit={(event) => {
          event.preventDefault();
          give();
        }}
      >
        <Field label="User">
          <input
            className={kit['input']}
            value={user}
            autoComplete="off"
            spellCheck={false}
            onChange={({ target }) => setUser(target.value)}
          />
        </Field>
        <Field label="Password">
          <input
            className={kit['input']}
            type="password"
            value={password}
            autoComplete="off"
            onChange={({ target }) => setPassword(target.value)}
          />
        </Field>
        <PlainButton type="submit" disabled={busy || user.trim() === ''}>
          {busy ? 'Trying it…' : 'Use this account'}
        </PlainButton>
      </form>
      {problem && <Problem {...problem} dismiss={dismiss} />}
      {given !== null && <p role="status">The table is read as {given} from now on.</p>}
    </section>
  );
}

/** Where the respondents of a linked study stay, and what follows from that. */
export function DatabaseView({ study, view, link }: { study: string; view: StudyView; link: Link }) {
  const facts = [
    ['Database', `${ENGINE_NAMES[link.engine]}, ${link.database} at ${link.host}:${link.port}`],
    ['Connection', link.tls ? 'encrypted (TLS)' : 'not encrypted'],
    ['Table', link.table.join('.')],
    ['Respondents when it was linked', whole(view.study.respondents)],
  ] as const;
  return (
    <div className={css['page']}>
      <div className={css['database']}>
        <h1>Respondents stay in their database</h1>
        <dl className={css['facts']}>
          {facts.map(([name, value]) => (
            <div key={name}>
              <dt>{name}</dt>
              <dd>{value}</dd>
            </div>
          ))}
        </dl>
        <LookAgain study={study} />
        <AnotherAccount study={study} />
        <section aria-labelledby="not-done">
          <h2 id="not-done">What is not done with this study</h2>
          <p>The database counts, and only counts come here. So, in this study:</p>
          <ul>
            {Object.values(REFUSED).map((refused) => (
              <li key={refused}>{refused}.</li>
            ))}
          </ul>
          <p>Where one of these is needed, take the respondents in as a file, as a study of its own.</p>
        </section>
      </div>
    </div>
  );
}
