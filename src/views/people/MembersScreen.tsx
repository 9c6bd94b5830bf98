import { useState } from 'react';
import { isEnough, type Role, ROLE_WORDS, ROLES } from '../../core/team/roles.js';
import type { AnswerTo } from '../../api/types.js';
import { Button, MainButton, Problem, Wait } from '../../kit/kit.js';
import { Page, PageTitle } from '../../kit/Page.js';
import { ask } from '../server/ask.js';
import { askAgain } from '../server/stale.js';
import { useAnswer } from '../server/use-answer.js';
import { guarded } from '../shell/guarded.js';
import { AuditTable } from './AuditTable.js';
import css from './people.module.css';
import { Protection } from './Protection.js';
import { type Doing, useDoing } from './use-doing.js';

type Members = AnswerTo<'GET /studies/{study}/members'>;

const MEMBERS = 'GET /studies/{study}/members';

/** Who may do what in a study, and what it hands out. */
function MembersPage({ study }: { study: string }) {
  const { answer, problem } = useAnswer(MEMBERS, { study });
  const doing = useDoing();
  if (problem) return <Problem {...problem} />;
  if (!answer) return <Wait>Looking who is here…</Wait>;
  const mayChange = isEnough(answer.role, 'owns');
  return (
    <Page>
      <PageTitle>Who works here</PageTitle>
      {doing.problem && <Problem {...doing.problem} dismiss={doing.forget} />}
      {mayChange && <Add study={study} members={answer.members} doing={doing} />}
      <MemberTable study={study} members={answer} doing={doing} mayChange={mayChange} />
      <dl className={css['roles']}>
        {ROLES.map((role) => (
          <div key={role}>
            <dt>{role}</dt>
            <dd>{ROLE_WORDS[role]}</dd>
          </div>
        ))}
      </dl>
      <Protection study={study} protection={answer.protection} mayChange={mayChange} />
      {mayChange && (
        <section>
          <h2 className={css['head']}>What was done</h2>
          <AuditTable study={study} />
        </section>
      )}
    </Page>
  );
}

interface TableProps {
  study: string;
  members: Members;
  doing: Doing;
  mayChange: boolean;
}

function MemberTable({ study, members: { members }, doing, mayChange }: TableProps) {
  const give = (person: number, role: Role | null) =>
    doing.run(
      () => ask('PUT /studies/{study}/members/{person}', { study, person, body: { role } }),
      () => askAgain(MEMBERS),
    );
  return (
    <table className={css['table']} aria-label="Who works here">
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">E-mail address</th>
          <th scope="col">Is one who</th>
          {mayChange && <th scope="col">What can be done</th>}
        </tr>
      </thead>
      <tbody>
        {members.map(({ person, name, email, role }) => (
          <tr key={person}>
            <th scope="row">{name}</th>
            <td>{email}</td>
            <td>
              {mayChange ? (
                <RolePicker label={`What ${name} may do`} role={role} choose={(chosen) => give(person, chosen)} />
              ) : (
                role
              )}
            </td>
            {mayChange && (
              <td>
                <Button onClick={() => give(person, null)}>Take out</Button>
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function RolePicker({ label, role, choose }: { label: string; role: Role; choose: (role: Role) => void }) {
  return (
    <select
      className={css['select']}
      aria-label={label}
      value={role}
      onChange={(event) => {
        const chosen = ROLES.find((candidate) => candidate === event.target.value);
        if (chosen) choose(chosen);
      }}
    >
      {ROLES.map((id) => (
        <option key={id}>{id}</option>
      ))}
    </select>
  );
}

/** Gives somebody who is on the server a part in the study. */
function Add({ study, members, doing }: { study: string; members: Members['members']; doing: Doing }) {
  const { answer: people } = useAnswer('GET /people', {});
  const [person, setPerson] = useState('');
  const [role, setRole] = useState<Role>('tabulates');
  const others = (people ?? []).filter(
    ({ id, shutOut }) => !shutOut && !members.some((member) => member.person === id),
  );
  if (people && others.length === 0)
    return <p className={css['note']}>Everybody on this server has a part in this study.</p>;
  return (
    <form
      className={css['ways']}
      aria-label="Give somebody a part"
      onSubmit={(event) => {
        event.preventDefault();
        doing.run(
          () => ask('PUT /studies/{study}/members/{person}', { study, person: Number(person), body: { role } }),
          () => {
            setPerson('');
            askAgain(MEMBERS);
          },
        );
      }}
    >
      <select
        className={css['select']}
        aria-label="Who"
        required
        value={person}
        onChange={(event) => setPerson(event.target.value)}
      >
        <option value="">Choose somebody…</option>
        {others.map(({ id, name, email }) => (
          <option key={id} value={id}>
            {name} ({email})
          </option>
        ))}
      </select>
      <RolePicker label="What they may do" role={role} choose={setRole} />
      <MainButton type="submit" disabled={doing.busy || person === ''}>
        Give them this part
      </MainButton>
    </form>
  );
}

export const MembersScreen = guarded(MembersPage);
