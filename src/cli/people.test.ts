import { describe, expect, it } from 'vitest';
import { auditLog } from '../service/team/audit.js';
import { roleOf } from '../service/team/role-of.js';
import { startSession } from '../service/team/sessions.js';
import { teamOf } from '../service/team/team.js';
import { serviceForTests } from '../service/test-study.js';
import { insertPerson } from '../store/team/people.js';
import { folder, hatch } from './command.fixtures.js';
import { givePart, inviteTo, sayPeople, shutOut } from './people.js';

const team = teamOf(serviceForTests({ openId: null }));
const nobody = { password: null, subject: null };
const [ada, ben] = (['Ada', 'Ben'] as const).map((name) =>
  insertPerson(team.db, { name, email: `${name.toLowerCase()}@example.org`, administrator: name === 'Ada' }, nobody),
) as [number, number];
const acts = () => auditLog(team, {}).map(({ act, name, place }) => ({ act, name, place }));

describe('the people of a server, by command', () => {
  it('have parts in studies, which the log shows as given from the command line', () => {
    expect(givePart(team, 'plots', 'ada@example.org', 'owns')).toBe('Ada\tada@example.org\towns\n');
    expect(givePart(team, 'plots', 'BEN@example.org', 'edits').split('\n')).toContain('Ben\tben@example.org\tedits');
    expect(roleOf(team, 'plots', ben)).toBe('edits');
    expect(acts()[0]).toEqual({ act: 'changeRole', name: 'the command line', place: `/studies/plots/members/${ben}` });
    givePart(team, 'plots', 'ben@example.org', 'nothing');
    expect(roleOf(team, 'plots', ben)).toBeNull();
  });

  it('are told what is wrong, and nothing is changed', () => {
    expect(() => givePart(team, 'plots', 'ada@example.org', 'nothing')).toThrow('Nobody would be left to own');
    expect(() => givePart(team, 'plots', 'ben@example.org', 'rules')).toThrow('"rules" is no role');
    expect(() => givePart(team, 'plots', 'cy@example.org', 'reads')).toThrow('Nobody is here with the address');
    expect(() => shutOut(team, 'ada@example.org', true)).toThrow('Nobody would be left to administer');
    expect(roleOf(team, 'plots', ada)).toBe('owns');
  });

  it('are invited, shut out and let in again', () => {
    expect(inviteTo(team, 'Cy', 'cy@example.org', false)).toMatch(/^\/join#\S{20,}\tuntil \d{4}-\d\d-\d\d\n$/);
    startSession(team, ben, 'a browser', '::1');
    const sessions = () =>
      team.db.prepare('SELECT count(*) FROM session WHERE person_id = ?').pluck().get(ben) as number;
    expect(sessions()).toBe(1);
    expect(shutOut(team, 'ben@example.org', true)).toContain('Ben\tben@example.org\tshut out');
    expect(sessions()).toBe(0);
    expect(shutOut(team, 'ben@example.org', false)).toBe(sayPeople(team));
    expect(sayPeople(team)).toBe(`${ada}\tAda\tada@example.org\tadministers\n${ben}\tBen\tben@example.org\t\n`);
  });

  it('are none where a store is one person’s', () => {
    const { stderr, status } = hatch(['people', '--store', folder]);
    expect([status, stderr]).toEqual([2, expect.stringContaining('Nobody signs in at')]);
  });
});
