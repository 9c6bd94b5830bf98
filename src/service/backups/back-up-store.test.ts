import { appendFileSync, existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { ownLayer } from '../../core/team/layer-id.js';
import { setRole } from '../../store/team/members.js';
import { insertPerson } from '../../store/team/people.js';
import { allVariables } from '../../store/variables.js';
import { startService } from '../context.js';
import { editVariable } from '../edit-variable.js';
import { readyStudy } from '../open-study.js';
import { audit } from '../team/audit.js';
import { teamOf } from '../team/team.js';
import { verifyPeople } from '../team/verify-people.js';
import { faultOf, serviceForTests, studyOfRows, WORKER } from '../test-study.js';
import { backUpStore } from './back-up-store.js';
import { wrongIn } from './manifest.js';
import { restoreStore } from './restore-store.js';
import { backupsIn, keepNewest } from './scheduled.js';

const service = serviceForTests({ openId: null });
const team = teamOf(service);
const nobody = { password: null, subject: null };
const ada = insertPerson(team.db, { name: 'Ada', email: 'ada@example.org', administrator: true }, nobody);
const place = mkdtempSync(join(tmpdir(), 'hatch-backups-'));
afterAll(() => rmSync(place, { recursive: true, force: true }));

const act = { who: null, act: 'signIn', study: null, place: '/sign-in', address: '::1', outcome: 'done' as const };

describe('a backup of everything', () => {
  it('is made while a study is worked on, and comes back with layers and people', async () => {
    const study = await studyOfRows(service, 'plots', ['liking', '1', '2', '3']);
    setRole(team.db, study.id, ada, 'owns');
    const own = await readyStudy(service, ownLayer(study.id, ada));
    const [first] = allVariables(own.db);
    await editVariable(service, own, first?.id ?? 0, { label: 'Mine alone' });
    // What is changed meanwhile is in it or not; it is whole either way.
    const changing = editVariable(service, study, first?.id ?? 0, { label: 'For all' });
    const backup = await backUpStore(service.folder, place);
    await changing;
    expect(await wrongIn(backup)).toEqual([]);
    const store = join(place, 'restored');
    expect(await restoreStore(backup, store)).toBe(3);
    const again = startService({ folder: store, worker: WORKER, team: { openId: null } });
    try {
      const restored = await readyStudy(again, own.id);
      expect(allVariables(restored.db)[0]?.label).toBe('Mine alone');
      expect(['', 'For all']).toContain(allVariables((await readyStudy(again, study.id)).db)[0]?.label);
    } finally {
      await again.close();
    }
  });

  it('is looked through before it is restored, and nothing is left of one that is not whole', async () => {
    const backup = await backUpStore(service.folder, place);
    appendFileSync(join(backup, 'team.sqlite'), 'x');
    expect(await wrongIn(backup)).toEqual(['team.sqlite is not what was backed up']);
    const store = join(place, 'damaged');
    expect((await faultOf(restoreStore(backup, store))).kind).toBe('damaged');
    expect(existsSync(store)).toBe(false);
    rmSync(backup, { recursive: true });
  });

  it('is not restored over anything', async () => {
    const backup = await backUpStore(service.folder, place);
    const store = mkdtempSync(join(place, 'used-'));
    writeFileSync(join(store, 'mine.txt'), 'mine');
    expect((await faultOf(restoreStore(backup, store))).kind).toBe('conflict');
    expect(readdirSync(store)).toEqual(['mine.txt']);
  });

  it('gives way to newer ones', async () => {
    await backUpStore(service.folder, place);
    const before = backupsIn(place);
    keepNewest(place, 1);
    expect(backupsIn(place)).toEqual(before.slice(-1));
  });
});

describe('the log of what was done', () => {
  it('cannot be changed, and is seen to be where somebody did so by force', () => {
    for (let k = 0; k < 3; k++) audit(service, act);
    expect([...verifyPeople(service)]).toMatchObject([{ whole: true }]);
    expect(() => team.db.exec("UPDATE audit SET name = 'Eve'")).toThrow('the audit log is not changed');
    expect(() => team.db.exec('DELETE FROM audit')).toThrow('the audit log is not changed');
    team.db.exec('DROP TRIGGER audit_is_kept');
    team.db.exec('DELETE FROM audit WHERE id = 3');
    expect([...verifyPeople(service)]).toMatchObject([
      { whole: false, wrong: ['line 3 of the log of what was done is not as it was written'] },
    ]);
  });
});
