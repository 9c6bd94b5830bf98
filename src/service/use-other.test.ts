import { describe, expect, it } from 'vitest';
import { byId } from '../core/by-id.js';
import { bodyAbout } from '../core/table/sentence-shape.js';
import { allTables } from '../store/tables.js';
import { allVariables } from '../store/variables.js';
import { allWorkings } from '../store/workings.js';
import { find, group, inTwo, service, SHOWN, take } from './amended.fixtures.js';
import { listEntries, undoEntry } from './ledger.js';
import { saveTable } from './saved-tables.js';
import { useOther } from './use-other.js';
import { keepWorking } from './workings.js';

const halves = (source: number, low = 'Low') =>
  inTwo(source, group('1', low, '1', '2'), group('2', 'High', '3', '4', '5'));

/** Two workings that do the same; on the first stand a table and a flag, which names its code 1. */
async function twice(name: string, low = 'Low') {
  const study = await take(name);
  const mood = find(study, 'mood');
  const keep = (label: string, recipe: ReturnType<typeof halves>) =>
    keepWorking(service, study, { name: '', label, recipe });
  const one = await keep('Mood in halves', halves(mood.id));
  const other = await keep('Halves of mood', halves(mood.id, low));
  const flag = await keepWorking(service, study, {
    name: '',
    label: 'Is low',
    recipe: { kind: 'flags', source: one.variable, codes: ['1'], yes: 'Yes', no: 'No' },
  });
  const sentence = bodyAbout(find(study, 'tap').id, { by: one.variable });
  const table = await saveTable(service, study, null, { title: 'Taps', sentence, shown: SHOWN });
  const sourceOf = (working: number) => byId(allWorkings(study.db), working)?.recipe;
  return { study, one, other, flag, table, sourceOf };
}

describe('the other of two that do the same', () => {
  it('takes over the tables and workings of the one, which goes; one undo brings all back', async () => {
    const { study, one, other, flag, table, sourceOf } = await twice('Other');
    const words = 'Used Halves of mood in the place of Mood in halves';
    expect(await useOther(service, study, one.working, other.working)).toEqual({ words, stays: [] });
    expect(sourceOf(flag.working)).toMatchObject({ source: other.variable });
    expect(byId(allTables(study.db), table.id)?.sentence).toMatchObject({ by: other.variable });
    expect(byId(allVariables(study.db), one.variable)).toBeUndefined();
    expect(byId(allWorkings(study.db), flag.working)?.holds).toBe(true);
    expect(listEntries(study).at(-1)?.words).toBe(words);
    await undoEntry(service, study);
    expect(sourceOf(flag.working)).toMatchObject({ source: one.variable });
    expect(byId(allTables(study.db), table.id)?.sentence).toMatchObject({ by: one.variable });
    expect(byId(allWorkings(study.db), one.working)?.holds).toBe(true);
  });

  it('leaves what names a code that is called otherwise in the other, says so, and keeps the one', async () => {
    const { study, one, other, flag, table, sourceOf } = await twice('Called otherwise', 'Gloomy');
    const { stays } = await useOther(service, study, one.working, other.working);
    expect(stays).toEqual(['Is low']);
    expect(sourceOf(flag.working)).toMatchObject({ source: one.variable });
    expect(byId(allTables(study.db), table.id)?.sentence).toMatchObject({ by: other.variable });
    expect(byId(allVariables(study.db), one.variable)).toBeDefined();
  });

  it('is refused where they do not do the same, where one stands in, and for one that is not there', async () => {
    const { study, one, other, flag } = await twice('Refused');
    const refused = (id: number, otherId: number) => expect(useOther(service, study, id, otherId)).rejects;
    await refused(one.working, flag.working).toThrow('do not do the same');
    await refused(one.working, one.working).toThrow('do not do the same');
    await refused(one.working, 999).toMatchObject({ kind: 'not-found', place: { field: 'other' } });
    const placed = await keepWorking(service, study, {
      name: '',
      label: 'Placed',
      recipe: halves(find(study, 'mood').id),
      standsIn: true,
    });
    await refused(placed.working, other.working).toThrow('stands in for its source');
    expect(listEntries(study).at(-1)?.words).toContain('stands in for it');
  });
});
