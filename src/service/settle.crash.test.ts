import { describe, expect, it } from 'vitest';
import { type Db, openStudyFile } from '../store/open.js';
import { provedWorkings } from '../store/workings.js';
import { find, group, inTwo, service, take } from './amended.fixtures.js';
import { breakEverywhere, stamp, STEPS } from './breaking.fixtures.js';
import type { OpenStudy } from './context.js';
import { settle } from './settle.js';
import { keepWorking } from './workings.js';

/** A study with a regroup and two flags on it, as if the program that kept them had computed them otherwise. */
async function outdated(name: string): Promise<OpenStudy> {
  const study = await take(name);
  const groups = [group('1', 'Low', '1', '2'), group('2', 'High', '3', '4', '5')];
  await keepWorking(service, study, {
    name: 'mood_2',
    label: 'Mood in two',
    recipe: inTwo(find(study, 'mood').id, ...groups),
  });
  for (const code of ['1', '2']) {
    await keepWorking(service, study, {
      name: `is_${code}`,
      label: `Is ${code}`,
      recipe: { kind: 'flags', source: find(study, 'mood_2').id, codes: [code], yes: 'Yes', no: 'No' },
    });
  }
  study.db.prepare("UPDATE working SET signature = 'of before'").run();
  return study;
}

const columns = (db: Db) => db.prepare('SELECT count(*) FROM data_column').pluck().get();

describe('workings that are computed again as a study is opened', () => {
  it.each(STEPS)('break off whole, at each %s, and come to the same when it is done again', async (step) => {
    const study = await outdated(`Settled at each ${step}`);
    const before = stamp(study.db);
    const all = columns(study.db);
    const times = await breakEverywhere(
      service,
      step,
      () => settle(service, study),
      (where) => expect(stamp(study.db), where).toBe(before),
    );
    expect(times).toBeGreaterThan(2);
    // The recipes are as they were, so what is computed is too; nothing that broke off is left in the file.
    expect(stamp(study.db)).toBe(before);
    expect(provedWorkings(study.db).every(({ proof }) => proof.holds)).toBe(true);
    await settle(service, study);
    expect(stamp(study.db)).toBe(before);
    const anew = openStudyFile(study.file);
    expect(columns(anew)).toBe(all);
    anew.close();
  });
});
