import { useState } from 'react';
import type { AnswerTo } from '../../api/types.js';
import { Button, MainButton, Problem } from '../../kit/kit.js';
import { Page, PageTitle } from '../../kit/Page.js';
import { ask, change } from '../server/ask.js';
import { askAgain } from '../server/stale.js';
import { useAnswer } from '../server/use-answer.js';
import { guarded } from '../shell/guarded.js';
import { CopyLine } from './CopyLine.js';
import css from './people.module.css';
import { TextField } from './TextField.js';
import { timeOf } from './time-of.js';
import { type Doing, useDoing } from './use-doing.js';

type Person = AnswerTo<'GET /people'>[number];
type Invitation = AnswerTo<'POST /invitations'>;

const addressOf = ({ path }: Invitation) => `${location.origin}${path}`;

/** Everybody who may sign in, for who administers the server. */
function PeoplePage() {
  const { answer: people, problem } = useAnswer('GET /people', {});
  const doing = useDoing();
  const [link, setLink] = useState<{ name: string; address: string } | null>(null);
  return (
    <Page>
      <PageTitle>People</PageTitle>
      <p className={css['note']}>
        Whoever is here sees the studies in which they have a part; who owns a study says which.{' '}
        <a href="/audit">What was done</a>
      </p>
      {problem && <Problem {...problem} />}
      {doing.problem && <Problem {...doing.problem} dismiss={doing.forget} />}
      <Invite made={(name, invitation) => setLink({ name, address: addressOf(invitation) })} />
      {link && (
        <CopyLine
          label={`A link for ${link.name}: it works once, within a week, and is not shown again`}
          text={link.address}
        />
      )}
      <table className={css['table']} aria-label="People">
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col">E-mail address</th>
            <th scope="col">Administers the server</th>
            <th scope="col">Since</th>
            <th scope="col">What can be done</th>
          </tr>
        </thead>
        <tbody>
          {(people ?? []).map((person) => (
            <PersonLine
              key={person.id}
              person={person}
              doing={doing}
              made={(invitation) => setLink({ name: person.name, address: addressOf(invitation) })}
            />
          ))}
        </tbody>
      </table>
      <Waiting doing={doing} />
    </Page>
  );
}

function PersonLine({ person, doing, made }: { person: Person; doing: Doing; made: (invitation: Invitation) => void }) {
  const { id, name, email, administrator, shutOut } = person;
  const edit = (body: { administrator?: boolean; shutOut?: boolean }) =>
    doing.run(
      () => change('PATCH /people/{person}', { person: id, body }),
      () => askAgain('GET /people'),
    );
  return (
    <tr className={shutOut ? css['out'] : undefined}>
      <th scope="row">
        {name}
        {shutOut && ' (shut out)'}
      </th>
      <td>{email}</td>
      <td>
        <label>
          <input
            type="checkbox"
            checked={administrator}
            aria-label={`${name} administers the server`}
            onChange={(event) => edit({ administrator: event.target.checked })}
          />{' '}
          {administrator ? 'yes' : 'no'}
        </label>
      </td>
      <td>{timeOf(person.made)}</td>
      <td>
        <span className={css['ways']}>
          <Button onClick={() => doing.run(() => ask('POST /people/{person}/invitation', { person: id }), made)}>
            Link for a new password
          </Button>
          <Button onClick={() => edit({ shutOut: !shutOut })}>{shutOut ? 'Let in again' : 'Shut out'}</Button>
        </span>
      </td>
    </tr>
  );
}

function Invite({ made }: { made: (name: string, invitation: Invitation) => void }) {
  const [name, setName] = useState('');
  const [email, setEmail] = useState('');
  const { busy, problem, run } = useDoing();
  return (
    <form
      className={css['form']}
      aria-label="Invite somebody"
      onSubmit={(event) => {
        event.preventDefault();
        run(
          () => ask('POST /invitations', { body: { name, email } }),
          (invitation) => {
            made(name, invitation);
            setName('');
            setEmail('');
            askAgain('GET /invitations');
          },
        );
      }}
    >
      <div className={css['row']}>
        <TextField label="Name" required maxLength={120} value={name} change={setName} />
        <TextField label="E-mail address" type="email" required value={email} change={setEmail} />
        <p>
          <MainButton type="submit" disabled={busy}>
            Invite
          </MainButton>
        </p>
      </div>
      {problem && <Problem {...problem} />}
    </form>
  );
}

function Waiting({ doing }: { doing: Doing }) {
  const { answer } = useAnswer('GET /invitations', {});
  if (!answer || answer.length === 0) return null;
  return (
    <section>
      <h2 className={css['head']}>Invited, not here yet</h2>
      <table className={css['table']} aria-label="Invitations">
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col">E-mail address</th>
            <th scope="col">Invited by</th>
            <th scope="col">The link works until</th>
            <th scope="col">What can be done</th>
          </tr>
        </thead>
        <tbody>
          {answer.map(({ id, name, email, madeBy, ends }) => (
            <tr key={id}>
              <th scope="row">{name}</th>
              <td>{email}</td>
              <td>{madeBy}</td>
              <td>{timeOf(ends)}</td>
              <td>
                <Button
                  onClick={() =>
                    doing.run(
                      () => ask('DELETE /invitations/{invitation}', { invitation: id }),
                      () => askAgain('GET /invitations'),
                    )
                  }
                >
                  Take back
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

export const PeopleScreen = guarded(PeoplePage);
