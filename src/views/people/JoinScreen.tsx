import { useState } from 'react';
import type { AnswerTo } from '../../api/types.js';
import { MainButton, Problem, Wait } from '../../kit/kit.js';
import { PageTitle } from '../../kit/Page.js';
import { ask } from '../server/ask.js';
import { useAnswer } from '../server/use-answer.js';
import { guarded } from '../shell/guarded.js';
import css from './people.module.css';
import { TextField } from './TextField.js';
import { useDoing } from './use-doing.js';

/** Where an invitation leads to: a name and a password of one's own. */
function JoinPage() {
  const [invitation] = useState(() => location.hash.slice(1));
  const { answer, problem } = useAnswer('POST /invitation', { body: { invitation } }, { once: true });
  if (problem) {
    return (
      <div className={css['door']}>
        <PageTitle>An invitation</PageTitle>
        <Problem {...problem} />
        <p>
          <a href="/sign-in">Sign in</a>
        </p>
      </div>
    );
  }
  return answer ? <Joining invitation={invitation} invited={answer} /> : <Wait>Looking at the invitation…</Wait>;
}

function Joining({ invitation, invited }: { invitation: string; invited: AnswerTo<'POST /invitation'> }) {
  const [name, setName] = useState(invited.name);
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const { busy, problem, run } = useDoing();
  const isFirst = invited.email === '';
  const body = { invitation, name, password, ...(isFirst ? { email } : {}) };
  return (
    <div className={css['door']}>
      <PageTitle>{invited.isBack ? 'Another password' : 'Welcome to Hatch Count'}</PageTitle>
      {isFirst && <p>You are the first here: you invite the others, and say who else administers this server.</p>}
      <form
        className={css['form']}
        onSubmit={(event) => {
          event.preventDefault();
          run(
            () => ask('POST /join', { body }),
            () => location.replace('/studies'),
          );
        }}
      >
        {isFirst ? (
          <TextField
            label="E-mail address, by which you sign in"
            type="email"
            autoComplete="username"
            required
            value={email}
            change={setEmail}
          />
        ) : (
          <TextField label="You sign in as" type="email" readOnly value={invited.email} change={() => undefined} />
        )}
        {!invited.isBack && (
          <TextField
            label="Your name, as the others see it"
            autoComplete="name"
            required
            maxLength={120}
            value={name}
            change={setName}
          />
        )}
        <TextField
          label="A password of your own"
          hint="10 characters or more; several words that have nothing to do with each other are good."
          type="password"
          autoComplete="new-password"
          required
          minLength={10}
          value={password}
          change={setPassword}
        />
        {problem && <Problem {...problem} />}
        <p>
          <MainButton type="submit" disabled={busy}>
            {invited.isBack ? 'Use this password' : 'Come in'}
          </MainButton>
        </p>
      </form>
    </div>
  );
}

export const JoinScreen = guarded(JoinPage);
