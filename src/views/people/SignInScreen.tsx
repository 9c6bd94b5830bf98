import { useState } from 'react';
import { MainButton, Problem } from '../../kit/kit.js';
import { PageTitle } from '../../kit/Page.js';
import { ask } from '../server/ask.js';
import { guarded } from '../shell/guarded.js';
import css from './people.module.css';
import { TextField } from './TextField.js';
import { useDoing } from './use-doing.js';

interface Props {
  /** The page that was asked for. */
  then: string;
  /** What the office's own sign-in is called; null: there is none. */
  openId: string | null;
  /** Why a sign-in at the office's own did not come to it. */
  refused: string | null;
}

/** Where one signs in. */
function SignInPage({ then, openId, refused }: Props) {
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const { busy, problem, run } = useDoing();
  return (
    <div className={css['door']}>
      <PageTitle>Sign in</PageTitle>
      {refused !== null && <Problem detail={refused} mend="" />}
      {openId !== null && (
        <p className={css['office']}>
          <a href={`/sign-in/office?then=${encodeURIComponent(then)}`}>Sign in with {openId}</a>
        </p>
      )}
      <form
        className={css['form']}
        onSubmit={(event) => {
          event.preventDefault();
          run(
            () => ask('POST /sign-in', { body: { email, password } }),
            () => location.assign(then),
          );
        }}
      >
        <TextField
          label="E-mail address"
          type="email"
          name="email"
          autoComplete="username"
          required
          autoFocus={openId === null}
          value={email}
          change={setEmail}
        />
        <TextField
          label="Password"
          type="password"
          name="password"
          autoComplete="current-password"
          required
          value={password}
          change={setPassword}
        />
        {problem && <Problem {...problem} />}
        <p>
          <MainButton type="submit" disabled={busy}>
            Sign in
          </MainButton>
        </p>
      </form>
      <p className={css['note']}>
        One comes in by an invitation. Whoever administers this server sends it, and a new link where a password was
        forgotten.
      </p>
    </div>
  );
}

export const SignInScreen = guarded(SignInPage);
