import { describe, expect, it } from 'vitest';
import { Fault } from '../core/fault.js';
import { allWorkings } from '../store/workings.js';
import { changeCodeList, listCodeLists } from './code-lists.js';
import type { OpenStudy } from './context.js';
import { editEntries } from './edit-variable.js';
import { goToEntry, listEntries, undoEntry } from './ledger.js';
import { openStudy } from './open-study.js';
import { editWorking, keepWorking } from './workings.js';
import { service, find, take, group, inTwo } from './amended.fixtures.js';

describe('two who change one study', () => {
  const both = (study: OpenStudy) =>
    openStudy(
      service,
      study.id,
      openStudy(service, study.id).db.prepare('SELECT revision FROM study').pluck().get() as number,
    );

  it('change different fields without a word', async () => {
    const study = await take('Two');
    const { id } = find(study, 'site');
    const [first, other] = [both(study), both(study)];
    await editEntries(service, first, [{ variable: id, label: 'Site' }]);
    await editEntries(service, other, [{ variable: id, note: 'which plot' }]);
    expect(find(study, 'site')).toMatchObject({ label: 'Site', note: 'which plot' });
  });

  it('are told where they change the same, and the later one can have its way', async () => {
    const study = await take('Same');
    const { id } = find(study, 'site');
    const other = both(study);
    await editEntries(service, both(study), [{ variable: id, label: 'Site' }]);
    const failed = await editEntries(service, other, [{ variable: id, label: 'Place' }]).catch(
      (error: unknown) => error,
    );
    expect(failed).toMatchObject({
      kind: 'stale',
      message: expect.stringContaining('Label of site: “Site”') as string,
    });
    expect(find(study, 'site').label).toBe('Site');
    expect(listEntries(study)).toHaveLength(2);
    await editEntries(service, study, [{ variable: id, label: 'Place' }]);
    expect(find(study, 'site').label).toBe('Place');
  });

  it('have their changes of one code list put together, and are told where they clash', async () => {
    const study = await take('Lists');
    const { id } = find(study, 'site');
    const code = (at: string, label: string) => ({ code: at, label, missing: null });
    await editEntries(service, study, [
      { variable: id, codes: [code('1', 'Mill'), code('2', 'Orchard'), code('3', 'Quarry')] },
    ]);
    const list = listCodeLists(study).find(({ users }) => users.includes(id))!;
    const [first, other, third] = [both(study), both(study), both(study)];
    const draft = (...codes: ReturnType<typeof code>[]) => ({ name: list.name, codes, changeFor: 'all' as const });
    await changeCodeList(
      service,
      first,
      list.id,
      draft(code('1', 'Mill Row'), code('2', 'Orchard'), code('3', 'Quarry')),
    );
    await changeCodeList(
      service,
      other,
      list.id,
      draft(code('3', 'Quarry Side'), code('2', 'Orchard'), code('1', 'Mill')),
    );
    expect(find(study, 'site').codes.map(({ label }) => label)).toEqual(['Quarry Side', 'Orchard', 'Mill Row']);
    await expect(
      changeCodeList(service, third, list.id, draft(code('1', 'Row'), code('2', 'Orchard'), code('3', 'Quarry'))),
    ).rejects.toThrow('changed meanwhile');
    await undoEntry(service, study);
    expect(find(study, 'site').codes.map(({ label }) => label)).toEqual(['Mill Row', 'Orchard', 'Quarry']);
  });

  it('do not undo or go back over what they have not seen', async () => {
    const study = await take('Over');
    const { id } = find(study, 'site');
    await editEntries(service, study, [{ variable: id, label: 'Site' }]);
    const other = both(study);
    await editEntries(service, study, [{ variable: id, note: 'n' }]);
    await expect(undoEntry(service, other)).rejects.toBeInstanceOf(Fault);
    await expect(goToEntry(service, other, listEntries(study)[0]!.id)).rejects.toThrow('changed meanwhile');
    expect((await undoEntry(service, both(study))).words).toBe('Note of site: “n”');
  });

  it('are told where a working was changed under them', async () => {
    const study = await take('Working');
    const { id: mood } = find(study, 'mood');
    const recipe = (...low: string[]) =>
      inTwo(
        mood,
        group('1', 'Low', ...low),
        group('2', 'High', ...['1', '2', '3', '4', '5'].filter((code) => !low.includes(code))),
      );
    const { working } = await keepWorking(service, study, { name: '', label: 'Mood in two', recipe: recipe('1') });
    const other = both(study);
    await editWorking(service, both(study), working, { name: '', label: 'Mood in two', recipe: recipe('1', '2') });
    const draft = { name: '', label: 'Mood in two', recipe: recipe('1', '2', '3') };
    await expect(editWorking(service, other, working, draft)).rejects.toMatchObject({ kind: 'stale' });
    expect(allWorkings(study.db)[0]?.recipe).toEqual(recipe('1', '2'));
    await editWorking(service, both(study), working, draft);
    expect(allWorkings(study.db)[0]?.recipe).toEqual(recipe('1', '2', '3'));
  });
});
