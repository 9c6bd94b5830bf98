import { useState } from 'react';
import type { AnswerTo } from '../../api/types.js';
import { Button, MainButton, PlainButton, Problem } from '../../kit/kit.js';
import { List, ListItem } from '../../kit/List.js';
import { Page, PageTitle } from '../../kit/Page.js';
import { ask } from '../server/ask.js';
import { askAgain } from '../server/stale.js';
import { useAnswer } from '../server/use-answer.js';
import { guarded } from '../shell/guarded.js';
import { CopyLine } from './CopyLine.js';
import css from './people.module.css';
import { TextField } from './TextField.js';
import { timeOf } from './time-of.js';
import { type Doing, useDoing } from './use-doing.js';

const leave = () => location.assign('/sign-in');
type Session = AnswerTo<'GET /me/sessions'>[number];

/** Who one is here: password, where one is signed in, programs. */
function AccountPage() {
  const { answer: me } = useAnswer('GET /me', {});
  const doing = useDoing();
  return (
    <Page split>
      <section>
        <PageTitle>{me?.person?.name ?? 'You'}</PageTitle>
        <p className={css['note']}>
          You sign in as {me?.person?.email}.{me?.person?.administrator === true && ' You administer this server.'}
        </p>
        {doing.problem && <Problem {...doing.problem} dismiss={doing.forget} />}
        <Sessions doing={doing} />
        <p className={css['ways']}>
          <PlainButton onClick={() => doing.run(() => ask('POST /sign-out', {}), leave)}>Sign out here</PlainButton>
          <PlainButton onClick={() => doing.run(() => ask('POST /sign-out-everywhere', {}), leave)}>
            Sign out everywhere
          </PlainButton>
        </p>
      </section>
      <section>
        <NewPassword />
        <Programs />
      </section>
    </Page>
  );
}

function Sessions({ doing }: { doing: Doing }) {
  const { answer } = useAnswer('GET /me/sessions', {});
  const end = (session: Session) =>
    doing.run(
      () => ask('DELETE /me/sessions/{session}', { session: session.id }),
      () => (session.own ? leave() : askAgain('GET /me/sessions')),
    );
  return (
    <>
      <h2 className={css['head']}>Where you are signed in</h2>
      <List>
        {(answer ?? []).map((session) => (
          <ListItem
            key={session.id}
            acts={
              <Button onClick={() => end(session)}>{session.kind === 'program' ? 'Let in no more' : 'Sign out'}</Button>
            }
          >
            <h3>
              {session.kind === 'program' ? `Program: ${session.name}` : browserOf(session.name)}
              {session.own && ' (this one)'}
            </h3>
            <p>
              from {session.address}, since {timeOf(session.made)}, last used {timeOf(session.seen)}
            </p>
          </ListItem>
        ))}
      </List>
    </>
  );
}

/** What a browser calls itself, in short. */
function browserOf(name: string): string {
  const browser = /(Firefox|Edg|OPR|Chrome|Safari)\/(\d+)/.exec(name);
  const system = /(Windows|Mac OS X|Android|iPhone|Linux)/.exec(name)?.[1];
  if (!browser) return name.slice(0, 60);
  return `${browser[1] ?? ''} ${browser[2] ?? ''}${system === undefined ? '' : ` on ${system}`}`;
}

function NewPassword() {
  const [old, setOld] = useState('');
  const [password, setPassword] = useState('');
  const [done, setDone] = useState(false);
  const { busy, problem, run } = useDoing();
  return (
    <form
      className={css['form']}
      onSubmit={(event) => {
        event.preventDefault();
        run(
          () => ask('PUT /me/password', { body: { old, password } }),
          () => {
            setDone(true);
            setOld('');
            setPassword('');
            askAgain('GET /me/sessions');
          },
        );
      }}
    >
      <h2 className={css['head']}>Another password</h2>
      <TextField label="The old one" type="password" autoComplete="current-password" value={old} change={setOld} />
      <TextField
        label="The new one"
        hint="10 characters or more."
        type="password"
        autoComplete="new-password"
        required
        value={password}
        change={setPassword}
      />
      {problem && <Problem {...problem} />}
      {done && <p role="status">Changed. Everywhere else you are signed out.</p>}
      <p>
        <MainButton type="submit" disabled={busy}>
          Change it
        </MainButton>
      </p>
    </form>
  );
}

function Programs() {
  const [name, setName] = useState('');
  const [token, setToken] = useState<string | null>(null);
  const { busy, problem, run } = useDoing();
  return (
    <form
      className={css['form']}
      onSubmit={(event) => {
        event.preventDefault();
        run(
          () => ask('POST /me/sessions', { body: { name } }),
          (made) => {
            setToken(made.token);
            setName('');
            askAgain('GET /me/sessions');
          },
        );
      }}
    >
      <h2 className={css['head']}>Let a program in</h2>
      <p className={css['note']}>It may do what you may, for a year, and shows its token as “Authorization: Bearer”.</p>
      <TextField label="What it is called" required maxLength={120} value={name} change={setName} />
      {problem && <Problem {...problem} />}
      <p>
        <PlainButton type="submit" disabled={busy}>
          Make a token
        </PlainButton>
      </p>
      {token !== null && <CopyLine label="Its token, which is not shown again" text={token} />}
    </form>
  );
}

export const AccountScreen = guarded(AccountPage);
